/** The practice cards by which orders of the demo go on. */
import { orderAt } from "@dawngate/core/sales/orders";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { cardEndOf } from "../sales/cards/card-end";
import { type OrderRow, onFile, readOrder, updateOrder } from "../sales/order-store";
import { orderFile } from "../sales/running/order-file";
import { lookAgain } from "../sales/running/run";
import { CARDS, endOf, expiryOf } from "../stand-ins/till/cards";
import { putTillCard } from "./demo-orders-store";

/** Puts a card on file that is paid at once, good for years or until the end of the month; what is due by it is charged. */
export async function demoCard(
  tx: SchoolTransaction,
  school: SchoolId,
  { id }: Pick<OrderRow, "id">,
  endsSoon: boolean,
  now: Instant,
): Promise<void> {
  const card = CARDS.find(
    ({ months, outcome }) => outcome === "paid" && (months === 0) === endsSoon,
  );
  if (!card) return;
  const token = `card_demo_${id}`;
  const expires = expiryOf(card.number, new Date(now));
  await putTillCard(tx, { token, number: card.number, expires });
  await updateOrder(tx, id, onFile({ token, country: null, ends: endOf(card.number), expires }));
  const order = await readOrder(tx, id);
  if (!order) return;
  const file = await orderFile(tx, order, null);
  const at = orderAt(file, now);
  const tells = (cardEndOf(file, at, order)?.tell ?? []).map((one) => one.at);
  await lookAgain(tx, { school, now }, id, { at, tells, charges: true });
}
