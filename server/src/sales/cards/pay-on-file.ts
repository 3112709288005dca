/**
 * A purchase that is paid in one press, by the card the buyer has paid with before. It is charged under the order's own key:
 * the same press, a message of the till, and whoever asks it later all find one charge.
 */
import { conflict } from "../../base/problem";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { cardOf, referenceOf } from "../../stand-ins/payments";
import { readOrder, updateOrder } from "../order-store";
import { settle } from "../settle";

/** "The card ending in 0042". */
const nameOf = (ends: string | null) =>
  ends === null ? "The card on file" : `The card ending in ${ends}`;

type Parts = Pick<Services, "db" | "payments" | "baseUrl" | "log">;

/** Charges it. Where the till has not answered, the order's page waits for it, and the job asks. */
export async function payOnFile(
  { db, payments, baseUrl, log }: Parts,
  context: Context,
  id: string,
): Promise<void> {
  const order = await db.withSchool(context, (tx) => readOrder(tx, id));
  if (order?.state !== "open" || order.card === null || !payments) return;
  const found = await payments
    .charge({
      key: `${context.school} ${id}`,
      amount: order.quote.dueNow,
      currency: order.currency,
      reference: referenceOf(context.school, id, 1, true),
      card: order.card,
    })
    .catch((error) => {
      log(`The till does not answer: ${error instanceof Error ? error.message : error}`);
      return null;
    });
  if (!found?.charge || found.state === "open") return;
  const { charge, amount } = found;
  const paid = found.state === "paid";
  await db.withSchool(context, async (tx) => {
    await settle(tx, { baseUrl }, context, id, {
      paid,
      charge,
      amount,
      part: 1,
      card: cardOf(found),
    });
    // What it held is free again: it is bought anew, with another card.
    if (!paid) await updateOrder(tx, id, { state: "lapsed", held_until: null });
  });
  if (!paid)
    throw conflict(
      `${nameOf(order.card_ends)} was refused. Nothing was charged: pay with another.`,
    );
}
