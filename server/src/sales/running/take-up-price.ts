/** A price that was announced comes to hold. */
import { type PriceAhead, priceAhead } from "@dawngate/core/sales/orders";
import { dateIn, formatInstant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import type { Announced } from "../../db/tables/sales";
import type { Doing } from "../doing";
import { addEvent, readEvents } from "../order-event-store";
import { type OrderRow, updateOrder } from "../order-store";
import { orderFile } from "./order-file";
import { currentOption, seriesNow } from "./series-now";

/**
 * Where the announced price is what the next payment is due at, the change is put on record. While something is unpaid,
 * or it is cancelled, it waits.
 */
export async function takeUpPrice(
  tx: SchoolTransaction,
  doing: Doing,
  order: OrderRow,
): Promise<void> {
  const { announced } = order;
  if (!announced) return;
  const events = await readEvents(tx, order.id);
  const found = priceAhead(await orderFile(tx, order, null), doing.now, dateIn(announced.from));
  const isOther = currentOption(order, events) !== announced.option;
  const isOver = !found.ok && (found.reason === "ended" || found.reason === "not-running");
  if (isOther || isOver) {
    await updateOrder(tx, order.id, { announced: null });
    return;
  }
  if (!found.ok || !found.value.isNext) return;
  await addEvent(tx, doing.school, order.id, {
    kind: "option-changed",
    at: formatInstant(doing.now),
    charge: null,
    amount: null,
    data: {
      when: "period-end",
      to: { ...announced.to, reduced: left(announced, found.value, seriesNow(order, events)) },
    },
  });
  await updateOrder(tx, order.id, { announced: null });
}

/** What is left by then of what lowers the first periods of the series that runs, at its new price. */
function left(
  { to: { reduced } }: Announced,
  { before }: PriceAhead,
  { reduced: now }: ReturnType<typeof seriesNow>,
) {
  const periods = (now?.periods ?? 0) - before;
  return reduced === null || periods <= 0 ? null : { ...reduced, periods };
}
