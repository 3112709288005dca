/** An order, or a part of one that runs, marked as paid by transfer: by whom, when, with what note. All else follows as from the till. */
import type { markedPaid, Order } from "@dawngate/contract/sales";
import { firstPaidOn, isToCome } from "@dawngate/core/sales/orders";
import { localDateAt, parseDate, zoneOf } from "@dawngate/core/time";
import type { z } from "zod";
import { conflict, notFound, refusal } from "../../base/problem";
import type { SchoolTransaction } from "../../db/connection";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import { type OrderRow, readOrder, updateOrder } from "../order-store";
import { sayOrder } from "../orders";
import { runs, standingAt } from "../running/order-file";
import { settle } from "../settle";
import { chargeByHand } from "./charge";

export async function markPaid(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  id: string,
  { part, on, note }: z.output<typeof markedPaid>,
): Promise<Order> {
  return db.withSchool(context, async (tx) => {
    const order = await readOrder(tx, id, true);
    if (!order) throw notFound(`There is no order "${id}" in this school.`);
    const day = parseDate(on);
    const { time_zone } = await readSchool(tx);
    const today = localDateAt(zoneOf(time_zone), context.now);
    if (!day.ok || day.value > today)
      throw refusal("The money came today or before.", [{ path: "on", reason: "Today or before" }]);
    if (order.pay_by !== null && order.state !== "paid") {
      const inItsClock = localDateAt(zoneOf(order.clock), context.now);
      const schedule = firstPaidOn(order.quote.schedule, inItsClock);
      await updateOrder(tx, id, { quote: JSON.stringify({ ...order.quote, schedule }) });
    }
    await settle(tx, { baseUrl }, context, id, {
      paid: true,
      charge: chargeByHand(id, part),
      amount: await dueOf(tx, context, order, part),
      part,
      noted: { on, note, by: context.who.id },
    });
    const after = (await readOrder(tx, id)) as OrderRow;
    // Given back with this transaction: nothing is on record of money that pays nothing.
    if (after.state !== "paid")
      throw conflict(
        "Its seats went to others when its days were over. Raise the limit of seats, or give the money back; nothing was marked.",
      );
    return sayOrder(tx, context, after);
  });
}

/** What is due of it, or of a part. */
async function dueOf(
  tx: SchoolTransaction,
  context: Context,
  order: OrderRow,
  part: number,
): Promise<number> {
  if (order.state !== "paid") {
    if (part !== 1) throw conflict("Its first part comes first.");
    return order.quote.dueNow;
  }
  const known = runs(order) ? (await standingAt(tx, order, context.now)).parts : [];
  const due = known.find((one) => one.part === part);
  if (!due || !isToCome(due.state))
    throw conflict(
      runs(order) ? `Part ${part} is paid already, or is due no more.` : "It is paid already.",
    );
  if (order.kind === "subscription" && due.state === "ahead")
    throw conflict("That period has not begun yet.");
  return due.amount;
}
