/**
 * Orders that are paid by transfer: nobody can charge them, so that each part is asked for in time, reminded of once, and
 * given longer than a card before anything is shut.
 */
import {
  addDays,
  checked,
  dateIn,
  formatDate,
  formatInstant,
  type Instant,
  instantAt,
  instantIn,
  type LocalDate,
  parseTimeOfDay,
  zoneOf,
} from "../../time";
import type { Due } from "../schedule";
import type { OrderAt } from "./order";
import { isToCome } from "./part-state";
import type { Order } from "./schema";

/** So many days before its day a part is asked for: what an invoice usually gives (common practice). */
const ASKED = 14;
/** So many days after its day access is shut at the earliest, since transfers take days; and the order is ended. */
const SHUT = 14;
const ENDED = 30;

/** The terms of a school, for an order by transfer: no attempts at a card, and never less time than a transfer needs. */
export function termsByTransfer<
  T extends { retry: readonly number[]; grace: number; endAfter: number | null },
>(terms: T): T {
  const grace = Math.max(terms.grace, SHUT);
  const endAfter = terms.endAfter === null ? null : Math.max(terms.endAfter, ENDED, grace + 1);
  return { ...terms, retry: [], grace, endAfter };
}

/**
 * The parts of an order whose first one was paid on a day. Paid in time, their dates stay as they were told; the first one
 * paid late is due on the day it was paid; were the second due by then, all would be late at once: all of them move on by
 * as many days.
 */
export function firstPaidOn(schedule: readonly Due[], day: LocalDate): Due[] {
  const [first, second] = schedule;
  if (!first || dateIn(first.due) >= day) return [...schedule];
  const late = day - dateIn(first.due);
  const moves = second !== undefined && dateIn(second.due) <= day;
  return schedule.map((part, i) =>
    i === 0 || moves ? { ...part, due: formatDate(addDays(dateIn(part.due), late)) } : part,
  );
}

/** What a buyer by transfer is told of a part, and when. */
export interface PartToAsk {
  part: number;
  due: string;
  amount: number;
  tell: { kind: "asked" | "reminded"; at: string }[];
}

/**
 * The parts after the first that are still to be paid: each asked for a fortnight before its day, or when the first was
 * paid if that is later, and reminded of on the day after; both at the hour at which a card would be charged.
 */
export function partsToAsk(order: Order, at: OrderAt): PartToAsk[] {
  const { paidAt } = at.enrollment;
  if (paidAt === null || at.endedAt !== null) return [];
  const zone = zoneOf(order.timeZone);
  const hour = checked(parseTimeOfDay(order.terms.chargeHour));
  const on = (due: string, days: number) => instantAt(zone, addDays(dateIn(due), days), hour);
  return at.parts
    .filter(({ part, state, amount }) => part > 1 && amount > 0 && isToCome(state))
    .map(({ part, due, amount }) => {
      const asked = Math.max(on(due, -ASKED), instantIn(paidAt)) as Instant;
      return {
        part,
        due,
        amount,
        tell: [
          { kind: "asked", at: formatInstant(asked) },
          { kind: "reminded", at: formatInstant(on(due, 1)) },
        ],
      };
    });
}
