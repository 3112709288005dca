/** A card on file that ends before a payment, or none where one is to come: its buyer is told in time. */
import { type CardEnd, cardEnd, type Order, type OrderAt } from "@dawngate/core/sales/orders";
import { formatInstant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import type { Services } from "../../school/kit";
import type { Doing } from "../doing";
import { addEvent } from "../order-event-store";
import type { OrderRow } from "../order-store";
import { tellCardEnd } from "../running/letters";

/** The first payment ahead that the card of an order cannot pay; null: it pays all that is listed, or needs to pay nothing. */
export const cardEndOf = (file: Order, at: OrderAt, order: OrderRow): CardEnd | null =>
  order.pay_by === null
    ? cardEnd(file, at, order.card === null ? null : { expires: order.card_expires })
    : null;

/** Its buyer is told once for each day on which it is to be said; of several that have passed, by the last. */
export async function warnOfCard(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  end: CardEnd,
): Promise<void> {
  const last = end.tell.filter(({ at }) => Date.parse(at) <= doing.now).at(-1);
  if (!last) return;
  const isNew = await addEvent(tx, doing.school, order.id, {
    kind: "card-warned",
    at: formatInstant(doing.now),
    charge: `${order.id} ${end.due} ${last.days}`,
    amount: null,
    part: end.part,
  });
  if (isNew) await tellCardEnd(tx, services, doing, order, end);
}
