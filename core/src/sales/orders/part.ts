/** A part of an order: what falls due on a day, and what became of it. */
import type { Instant, LocalDate } from "../../time";
import { type Minor, timesOver } from "../money";

export interface Part {
  /** From 1. */
  number: number;
  /** D: the day it falls due; reached from the start of that day. */
  due: LocalDate;
  /** N of a subscription's period: the day after its last. The day itself elsewhere. */
  next: LocalDate;
  /** Asked for, after what was set off. */
  amount: number;
  tax: number;
  gone: null | "written-off" | "dropped";
  paidAt: Instant | null;
  /** Null of a part that is paid by itself, being 0. */
  payment: Payment | null;
  /** B: the day from which its days count. */
  from: LocalDate;
  /** Its first attempt, where this is not on D. */
  first: Instant | null;
  /** Counted failures, and the last of them. */
  failures: number;
  failedAt: Instant | null;
  /** Net of what was given back or set off from it for single courses. */
  forCourse: Map<string, number> | null;
  /** Credits it received and passed on by a change at once, with the tax in them. */
  received: Money;
  passed: Money;
  /** The day on which a change at once cut it short. */
  cutOn: LocalDate | null;
}

export interface Money {
  amount: number;
  tax: number;
}

/** What a charge paid, and what is left of it. */
export interface Payment {
  charge: string;
  part: Part;
  at: Instant;
  /** As charged. */
  amount: number;
  tax: number;
  /** What has not been given back. */
  left: number;
  taxLeft: number;
  isDisputed: boolean;
}

export const noMoney = (): Money => ({ amount: 0, tax: 0 });

export function makePart(number: number, due: LocalDate, next: LocalDate, price: Money): Part {
  return {
    number,
    due,
    next,
    amount: price.amount,
    tax: price.tax,
    gone: null,
    paidAt: null,
    payment: null,
    from: due,
    first: null,
    failures: 0,
    failedAt: null,
    forCourse: null,
    received: noMoney(),
    passed: noMoney(),
    cutOn: null,
  };
}

/** Asked for and not yet had. */
export const isUnpaid = (part: Part) =>
  part.amount > 0 && part.paidAt === null && part.gone === null;

/** The tax that goes with x out of an amount a with tax t; 0 for a = 0. */
export const cut = (a: number, t: number, x: number): Minor =>
  a === 0 ? (0 as Minor) : timesOver(t, x, a);

/** What a period is worth: money left of it, the credit it received less the credit it passed on. */
export function worthOf({ payment, received, passed }: Part): Money {
  return {
    amount: (payment?.left ?? 0) + received.amount - passed.amount,
    tax: (payment?.taxLeft ?? 0) + received.tax - passed.tax,
  };
}

/** Puts on a part what was given back or set off from it for a single course, net of tax. */
export function addForCourse(part: Part, course: string, net: number): void {
  part.forCourse ??= new Map();
  part.forCourse.set(course, (part.forCourse.get(course) ?? 0) + net);
}
