/** How an order stands that goes on after its purchase, as it is answered. */
import type { RunningOrder } from "@dawngate/contract/sales";
import { type OrderAt, orderAt } from "@dawngate/core/sales/orders";
import type { Instant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { cardEndOf } from "../cards/card-end";
import { readEvents } from "../order-event-store";
import type { OrderRow } from "../order-store";
import { orderFile, runs } from "./order-file";
import { currentOption } from "./series-now";

/** So many parts are told: of a subscription the latest. */
const MOST = 60;

/** Null: nothing follows after its purchase, or it was never paid. */
export async function sayRunning(
  tx: SchoolTransaction,
  order: OrderRow,
  now: Instant,
): Promise<RunningOrder | null> {
  if (order.state !== "paid" || !runs(order)) return null;
  const events = await readEvents(tx, order.id);
  const file = await orderFile(tx, order, null);
  const at = orderAt(file, now);
  const end = cardEndOf(file, at, order);
  return {
    ...runningOf(order, at),
    card: order.card === null ? null : { ends: order.card_ends, expires: order.card_expires },
    cardEnd: end && { due: end.due, amount: end.amount },
    mayPutIn: at.next.charge !== null && order.pay_by === null,
    byTransfer: order.pay_by !== null,
    option: currentOption(order, events),
    changing: order.changing !== null,
    announced: order.announced && {
      from: order.announced.from,
      amount: order.announced.to.amount,
    },
    changeFailed: events.at(-1)?.kind === "change-failed",
  };
}

function runningOf(
  { kind, pay_by }: OrderRow,
  at: OrderAt,
): Omit<
  RunningOrder,
  | "option"
  | "changing"
  | "announced"
  | "changeFailed"
  | "card"
  | "cardEnd"
  | "mayPutIn"
  | "byTransfer"
> {
  const isOver = at.endedAt !== null;
  const isEnding = at.state === "ending";
  return {
    standing: at.state,
    open: at.open,
    ahead: at.ahead,
    parts: at.parts.slice(-MOST).map(({ part, due, amount, state, paidAt, next }) => {
      return { part, due, amount, state, paidAt, next: pay_by === null ? next : null };
    }),
    suspends: at.next.suspends,
    ends: at.next.ends,
    paidThrough: at.enrollment.paidThrough,
    mayCancel: kind === "subscription" && !isOver && !isEnding,
    mayTakeBack: kind === "subscription" && !isOver && isEnding,
  };
}
