/** What comes of what is due, and what is not in the figures yet, as it is said. */
import type { Income } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { usuallyComes } from "@dawngate/core/sales/usual";
import { monthWords } from "./income-rows";

/** Null: nothing is due from this month on, or no part has fallen due yet. */
export function sayWhatComes({
  months,
  thisMonth,
  usual,
  currency,
}: Pick<Income, "months" | "thisMonth" | "usual" | "currency">): string | null {
  const ahead = months.filter(({ month }) => month >= thisMonth);
  const due = ahead.reduce((all, one) => all + one.due, 0);
  const last = ahead.at(-1);
  if (due === 0 || usual.due === 0 || last === undefined) return null;
  const money = (amount: number) => sayMoney(amount, currency);
  const until = `${money(due)} is due until ${monthWords(last.month)}.`;
  const past = `Of ${money(usual.due)} that fell due after the purchase within a year`;
  if (usual.unpaid === 0) return `${until} ${past} all was paid.`;
  const percent = Math.round((100 * usual.unpaid) / usual.due);
  const share = percent === 0 ? "less than 1 %" : `${percent} %`;
  return `${until} ${past} ${money(usual.unpaid)} was not paid, ${share}; if it goes on like this, ${money(usuallyComes(due, usual))} comes.`;
}

/** Of so many orders what has happened lately is not in the figures. */
export const sayBehind = (orders: number): string =>
  `What happened lately to ${orders === 1 ? "one order" : `${orders} orders`} is being worked out, and comes into these figures by itself.`;

/** Orders that are in no figure, since the server cannot read them. */
export const sayUnread = (orders: readonly string[]): string =>
  `${orders.length === 1 ? "Order" : "Orders"} ${orders.join(", ")} cannot be read and ${orders.length === 1 ? "is" : "are"} not in these figures. Tell whoever runs this server.`;
