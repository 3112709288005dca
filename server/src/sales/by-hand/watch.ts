/** What follows by itself for an order by hand: one reminder when its day is over, and its end when nobody has paid. */
import {
  addDays,
  formatInstant,
  type Instant,
  parseDate,
  startOfDay,
  zoneOf,
} from "@dawngate/core/time";
import type { Database, SchoolId, SchoolTransaction } from "../../db/connection";
import { system } from "../../db/who";
import { follow } from "../../jobs/outbox";
import type { Services } from "../../school/kit";
import type { Doing } from "../doing";
import { addEvent } from "../order-event-store";
import { type OrderRow, readOrder } from "../order-store";
import { lapse } from "../settle";
import { remindToPay } from "./letters";

type Parts = Pick<Services, "baseUrl" | "now"> & { db: Database };

/** What a job does for an order of a school. */
export const handWatcher =
  ({ db, baseUrl, now }: Parts) =>
  async (schoolId: string, id: string): Promise<void> => {
    const doing = { school: schoolId as SchoolId, who: system("sales"), now: now() };
    await db.withSchool(doing, async (tx) => {
      const order = await readOrder(tx, id, true);
      if (order?.state !== "open" || order.pay_by === null) return;
      await lapse(tx, doing, id);
      if (order.held_until !== null && Date.parse(order.held_until) <= doing.now) return;
      if (doing.now >= overdueFrom(order, order.pay_by)) {
        // The record keeps that it went out: a job that is tried again sends no second one.
        const at = formatInstant(doing.now);
        if (
          await addEvent(tx, doing.school, id, { kind: "reminded", at, charge: id, amount: null })
        )
          await remindToPay(tx, { baseUrl }, doing, order);
      }
      await watchFrom(tx, doing, order);
    });
  };

/** Has it looked at when something is to follow next. */
export async function watchFrom(
  tx: SchoolTransaction,
  { school, now }: Pick<Doing, "school" | "now">,
  order: OrderRow,
): Promise<void> {
  const ends = Date.parse(order.held_until ?? "");
  const overdue = order.pay_by === null ? now : overdueFrom(order, order.pay_by);
  const next = overdue > now ? overdue : ends;
  await follow(
    tx,
    school,
    "watch-order",
    { school, order: order.id },
    { once: `${order.id} ${next}`, after: Math.max(0, next - now) },
  );
}

/** The start of the day after the last one on which it is to be paid. */
function overdueFrom({ clock }: Pick<OrderRow, "clock">, payBy: string): Instant {
  const day = parseDate(payBy);
  if (!day.ok) throw new Error(`${payBy} is no day`);
  return startOfDay(zoneOf(clock), addDays(day.value, 1));
}
