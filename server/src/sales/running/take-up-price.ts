/** A price that was announced comes to hold. */
import { type PriceAhead, priceAhead } from "@dawngate/core/sales/orders";
import { formatInstant, type LocalDate, parseDate } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import type { Announced } from "../../db/tables/sales";
import type { Doing } from "../doing";
import { addEvent, readEvents } from "../order-event-store";
import { type OrderRow, updateOrder } from "../order-store";
import { orderFile } from "./order-file";
import { currentOption, seriesNow } from "./series-now";

/**
 * Whether the announced price is what the next payment is due at: then the change is put on record, and answered so.
 * While something is unpaid, or it is cancelled, it waits.
 */
export async function takeUpPrice(
  tx: SchoolTransaction,
  doing: Doing,
  order: OrderRow,
): Promise<boolean> {
  const { announced } = order;
  if (!announced) return false;
  const events = await readEvents(tx, order.id);
  const found = priceAhead(await orderFile(tx, order, null), doing.now, dayOf(announced.from));
  const isOther = currentOption(order, events) !== announced.option;
  const isOver = !found.ok && (found.reason === "ended" || found.reason === "not-running");
  if (isOther || isOver) {
    await updateOrder(tx, order.id, { announced: null });
    return false;
  }
  if (!found.ok || !found.value.isNext) return false;
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
  return true;
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

/** A date the database has kept. */
export function dayOf(text: string): LocalDate {
  const read = parseDate(text);
  if (!read.ok) throw new TypeError(`Not a date: ${text}`);
  return read.value;
}
