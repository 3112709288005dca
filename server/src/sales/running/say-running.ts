/** How an order stands that goes on after its purchase, as it is answered. */
import type { RunningOrder } from "@dawngate/contract/sales";
import type { OrderAt } from "@dawngate/core/sales/orders";
import type { Instant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import type { Changing } from "../../db/tables/sales";
import { readEvents } from "../order-event-store";
import type { OrderRow } from "../order-store";
import { runs, standingAt } from "./order-file";

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
  return {
    ...runningOf(order, await standingAt(tx, order, now)),
    option: currentOption(order, events),
    changing: order.changing !== null,
    announced: order.announced && {
      from: order.announced.from,
      amount: order.announced.to.amount,
    },
    changeFailed: events.at(-1)?.kind === "change-failed",
  };
}

/** The way it is paid in now: as bought, or as it was changed last. */
export function currentOption(
  { option_id: bought }: Pick<OrderRow, "option_id">,
  events: Awaited<ReturnType<typeof readEvents>>,
): string {
  // A change whose charge came too late for it changed nothing.
  const excess = new Set(events.flatMap(({ kind, charge }) => (kind === "excess" ? [charge] : [])));
  const changed = events.findLast(
    ({ kind, charge }) => kind === "option-changed" && (charge === null || !excess.has(charge)),
  );
  return (changed?.data?.to as Changing["to"] | undefined)?.option ?? bought;
}

function runningOf(
  { kind }: OrderRow,
  at: OrderAt,
): Omit<RunningOrder, "option" | "changing" | "announced" | "changeFailed"> {
  const isOver = at.endedAt !== null;
  const isEnding = at.state === "ending";
  return {
    standing: at.state,
    open: at.open,
    ahead: at.ahead,
    parts: at.parts.slice(-MOST).map(({ part, due, amount, state, paidAt, next }) => {
      return { part, due, amount, state, paidAt, next };
    }),
    suspends: at.next.suspends,
    ends: at.next.ends,
    paidThrough: at.enrollment.paidThrough,
    mayCancel: kind === "subscription" && !isOver && !isEnding,
    mayTakeBack: kind === "subscription" && !isOver && isEnding,
  };
}
