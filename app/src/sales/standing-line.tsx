/** How an order that runs stands, in words; fetched with its parts. */
import type { RunningOrder } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenDate, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { Text } from "../ui/text";

interface Props {
  running: RunningOrder;
  currency: string;
  zone: string;
}

export function StandingLine({ running, currency, zone }: Props) {
  return <Text role="status">{sayStanding(running, currency, zone)}</Text>;
}

/** What holds now, and what comes next. */
export function sayStanding(
  { standing, open, ahead, parts, suspends, ends, paidThrough, byTransfer }: RunningOrder,
  currency: string,
  zone: string,
): string {
  const money = (amount: number) => sayMoney(amount, currency);
  const when = (at: string) => sayWrittenInstant(at, zoneOf(zone), false);
  const through = paidThrough === null ? "" : sayWrittenDate(paidThrough);
  const next = parts.find(({ state }) => state === "ahead");
  const comes = next ? `Next: ${money(next.amount)} on ${sayWrittenDate(next.due)}.` : "";
  const unpaid = (what: string) =>
    `${money(open)} ${what}.${suspends === null ? "" : ` If it stays unpaid, it is closed ${when(suspends)}.`}`;
  switch (standing) {
    case "settled":
      return "All of it is paid.";
    case "trial":
      return `You try it free through ${through}. ${comes}`.trim();
    case "ending":
      return `Cancelled: it is yours through ${through}, and nothing is charged any more.`;
    case "ended":
      return `It has ended; nothing is ${byTransfer ? "due" : "charged"} any more.`;
    case "refunded":
      return "It was given back.";
    case "disputed":
      return "A payment of it is disputed; it is closed until that is settled.";
    case "suspended":
      return `${money(open)} is unpaid: it is closed until that is paid.${ends === null ? "" : ` If it stays unpaid, it ends ${when(ends)}.`}`;
    case "late":
      return unpaid(byTransfer ? "has not come" : "could not be charged");
    case "waiting":
      return "It waits for its first payment.";
    case "running":
      // Nobody can charge it: what is due waits until it comes.
      if (byTransfer && open > 0) return unpaid("is due");
      return `${comes}${ahead > 0 && paidThrough === null ? ` ${money(ahead)} is still to come in all.` : ""}`.trim();
  }
}
