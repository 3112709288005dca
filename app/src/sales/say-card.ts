/** The card an order is charged to, in words: with the parts of an order, which the shelf does not fetch. */
import type { RunningOrder } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayMonth, sayWrittenDate } from "@dawngate/core/schedule/words";
import { dateIn } from "@dawngate/core/time";

/** What falls due is charged to it: "the card ending in 0001, good through Mar 2027". */
export function sayCard({ card }: Pick<RunningOrder, "card">): string {
  if (!card) return "No card is on file yet.";
  const which = card.ends === null ? "the card on file" : `the card ending in ${card.ends}`;
  const until =
    card.expires === null ? "" : `, good through ${sayMonth(dateIn(`${card.expires}-01`))}`;
  return `Charged to ${which}${until}.`;
}

/** The payment it is not good for; null: it is for all that are listed. */
export function sayCardEnd(
  { card, cardEnd }: Pick<RunningOrder, "card" | "cardEnd">,
  currency: string,
): string | null {
  if (!cardEnd) return null;
  const why = card ? "the card is not good any more by then" : "a card is needed by then";
  return `${sayMoney(cardEnd.amount, currency)} is due on ${sayWrittenDate(cardEnd.due)}: ${why}.`;
}
