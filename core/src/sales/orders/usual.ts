/**
 * What of the parts that fell due after the purchase was not paid: what usually fails, as a share by amount over a year
 * (common practice). Those of the last month are left out: they are still tried again.
 */
import type { Usual } from "../usual";
import type { Life } from "./life";

/** In days before today: the oldest part that counts, and the youngest. */
const OLDEST = 395;
const YOUNGEST = 30;

/** Adds an order, as it is at the instant it has been moved to. */
export function addUsual(sum: Usual, life: Life): void {
  const today = life.day(life.now);
  for (const part of life.parts) {
    // What is paid on the day of purchase has not failed, or there was no order. What nobody asks for any more has failed
    // where that is since something was not paid, and not where it was given back.
    if (part.number === 1 || (part.gone === "dropped" && life.ended?.by !== "unpaid")) continue;
    if (part.due < today - OLDEST || part.due > today - YOUNGEST) continue;
    const net = part.amount - part.tax;
    sum.due += net;
    if (part.paidAt === null && part.payment === null) sum.unpaid += net;
  }
}
