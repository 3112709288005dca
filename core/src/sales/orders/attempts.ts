/** When a part is charged next, and in which state it is. */
import { addDays, type Instant, instantAt } from "../../time";
import type { Life } from "./life";
import { isUnpaid, type Part } from "./part";
import type { PartState } from "./part-state";

/** The next attempt at an unpaid part, a dispute or a cancellation left aside; null where there is none any more. */
export function attemptAt(life: Life, part: Part): Instant | null {
  const { boughtOn, boughtAt, zone, chargeHour, order } = life;
  if (part.failedAt === null)
    return part.first ?? (part.due === boughtOn ? boughtAt : instantAt(zone, part.due, chargeHour));
  const last = part.failedAt;
  const retries = order.terms.retry.map((days) =>
    instantAt(zone, addDays(part.from, days), chargeHour),
  );
  const later = [...retries, ...life.cardsReplaced].filter((at) => at > last);
  return later.length === 0 ? null : (Math.min(...later) as Instant);
}

/** The next attempt that the order makes: none once it has ended, is disputed or cancelled. */
export function nextAttempt(life: Life, part: Part): Instant | null {
  const makesNone = life.ended !== null || life.disputes > 0 || life.runsOutAt !== null;
  return makesNone || !isUnpaid(part) ? null : attemptAt(life, part);
}

/** The first that holds. */
export function stateOfPart(life: Life, part: Part): PartState {
  const { payment } = part;
  if (payment && payment.left === 0) return "refunded";
  if (payment && payment.left < payment.amount) return "refunded-in-part";
  if (part.paidAt !== null) return "paid";
  if (part.gone) return part.gone;
  if (!life.hasReached(part)) return "ahead";
  const hasFailed = part.failures > 0;
  if (life.suspendsAt(part) <= life.now || (hasFailed && attemptAt(life, part) === null))
    return "overdue";
  return hasFailed ? "failed" : "due";
}
