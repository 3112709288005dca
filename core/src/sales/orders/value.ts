/** What an order's parts are worth by course, net of tax: received, and earned up to a day. */
import type { LocalDate } from "../../time";
import { split, timesOver } from "../money";
import type { Life } from "./life";
import { type Part, worthOf } from "./part";
import type { Order } from "./schema";
import { type Fraction, type ShareOfAccess, shareOfPeriod } from "./share";

/**
 * A part's x by course: split(x + G) - G by single prices, G being what was given back or set off from it for single
 * courses, each bearing its own.
 */
export function netOfPart(
  { courses }: Order,
  x: number,
  forCourse: Part["forCourse"] = null,
): number[] {
  const weights = courses.map(({ single }) => single);
  if (!forCourse) return split(x, weights);
  let given = 0;
  for (const net of forCourse.values()) given += net;
  return split(x + given, weights).map((share, k) => {
    return share - (forCourse.get(courses[k]?.id ?? "") ?? 0);
  });
}

/** Of a part that is not paid, what paying it would add to what is received. */
export function netIfPaid({ order }: Life, { amount, tax, forCourse }: Part): number[] {
  const before = netOfPart(order, 0, forCourse);
  return netOfPart(order, amount - tax, forCourse).map((net, k) => net - (before[k] as number));
}

/** Received so far: the money left of every part, a credit's with the part it moved to. */
export function receivedByCourse({ order, parts }: Life): number[] {
  return sumByCourse(order, parts, (part) => {
    const { amount, tax } = worthOf(part);
    return netOfPart(order, amount - tax, part.forCourse);
  });
}

/** Earned up to the end of a day, with what the order knows: a running total. */
export function earnedByCourse(
  life: Life,
  shares: readonly ShareOfAccess[],
  day: LocalDate,
): number[] {
  const { order, parts, series, ended, coursesBack } = life;
  const hasEnded = ended !== null && ended.on <= day;
  if (series) {
    return sumByCourse(
      order,
      parts.filter(({ paidAt }) => paidAt !== null),
      (part) => {
        const { amount, tax } = worthOf(part);
        return netOfPart(order, amount - tax).map((value, k) => {
          const first = shares[k]?.first ?? null;
          return hasEnded ? value : shareOf(value, shareOfPeriod(part, first, day));
        });
      },
    );
  }
  const values = sumByCourse(order, parts, (part) => {
    const { payment, gone, amount, tax } = part;
    const net = payment ? payment.left - payment.taxLeft : gone ? 0 : amount - tax;
    return netOfPart(order, net, part.forCourse);
  });
  return values.map((value, k) => {
    const back = coursesBack.get(order.courses[k]?.id ?? "");
    const isOver = hasEnded || (back !== undefined && back <= day);
    return isOver ? value : shareOf(value, (shares[k] as ShareOfAccess).on(day));
  });
}

const shareOf = (value: number, { over, of }: Fraction): number => timesOver(value, over, of);

function sumByCourse(
  { courses }: Order,
  parts: readonly Part[],
  of: (part: Part) => number[],
): number[] {
  const sums = courses.map(() => 0);
  for (const part of parts)
    of(part).forEach((value, k) => {
      sums[k] = (sums[k] as number) + value;
    });
  return sums;
}
