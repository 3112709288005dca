/** What is agreed with a partner, and what stands with them, in sentences. */
import type { PartnerBalance, PartnerDetail, PartnerTerms } from "@dawngate/contract/partners";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";

const days = (count: number) => (count === 1 ? "1 day" : `${count} days`);

/** For how long a link counts, and a share is held. */
export function sayPartnerTerms({ days: counts, hold }: PartnerTerms): string {
  const link = `Of the links somebody has followed the last one counts, for ${days(counts)}.`;
  return hold === 0
    ? `${link} A share can be paid out from the day after its payment.`
    : `${link} A share is held for ${days(hold)} after its payment, since it may be given back until then.`;
}

/** What is to be paid out now, in a line. */
export function sayDue(balances: readonly PartnerBalance[]): string {
  const due = balances.filter((one) => one.due > 0);
  if (due.length > 0) return due.map((one) => sayMoney(one.due, one.currency)).join(", ");
  const over = balances.filter((one) => one.due < 0);
  return over.length === 0
    ? "nothing"
    : over.map((one) => `${sayMoney(-one.due, one.currency)} too much`).join(", ");
}

/** When more can be paid out; null: nothing waits. */
export const sayNextPayable = (at: string | null, zone: string): string | null =>
  at === null ? null : `More can be paid out from ${sayWrittenInstant(at, zoneOf(zone))}.`;

/** How many came by whose links. */
export function sayVisits(
  { all, month }: PartnerDetail["visits"],
  whose: "their" | "your",
): string {
  const browsers = all === 1 ? "1 browser has" : `${all} browsers have`;
  return `${browsers} come by ${whose} links, ${month} in the last thirty days.`;
}

/** "12.5 %": with the decimals it has. */
export const sayPercent = (percent: number): string => `${percent} %`;

/** A link of theirs: any page of the school's, with their word behind it. */
export const viaLink = (page: string, word: string): string =>
  `${page}${page.includes("?") ? "&" : "?"}via=${encodeURIComponent(word)}`;
