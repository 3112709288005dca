/** A price that was announced comes to hold. */
import { priceAhead } from "@dawngate/core/sales/orders";
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
      to: leftOf(announced.to, found.value.before, seriesNow(order, events)),
      // By which announcement, and after how many payments: until the next it can be taken back.
      taken: { id: announced.id, option: announced.option, before: found.value.before },
    },
  });
  await updateOrder(tx, order.id, { announced: null });
}

/** A series after so many payments of the one that runs: what lowers the first of those is lowered for what is left. */
export function leftOf(
  to: Announced["to"],
  before: number,
  { reduced: now }: Pick<Announced["to"], "reduced">,
): Announced["to"] {
  const periods = (now?.periods ?? 0) - before;
  const { reduced } = to;
  return { ...to, reduced: reduced === null || periods <= 0 ? null : { ...reduced, periods } };
}
