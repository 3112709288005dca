/** What a refund at an instant comes to (orders.md, "Refunds"). It changes nothing. */
import type { Fault } from "../../plan";
import { formatDate, formatInstant, type Instant } from "../../time";
import { timesOver } from "../money";
import { draw, offOf } from "./give-back";
import type { Life } from "./life";
import { lifeOf } from "./life-of";
import { isUnpaid, worthOf } from "./part";
import { type Because, rulesOn, type Withdrawal, withdrawalOf } from "./rules";
import type { Order } from "./schema";
import { daysOf, lastDayOn, type Scope, scopeOf, unusedOf } from "./scope";

export type RefundPolicy = "terms" | "withdrawal" | "full" | "unused" | "amount";
export type RefundRule = "full" | "unused" | "amount" | "none";

export interface RefundAsked {
  at: Instant;
  policy: RefundPolicy;
  /** With the policy `amount`. */
  amount?: number;
  course?: string;
  seats?: number;
  access?: "ends" | "stays";
}

/** A refund as the command line prints it. */
export interface Refund {
  id: string;
  at: string;
  policy: RefundPolicy;
  rule: RefundRule;
  relief: number;
  off: number;
  amount: number;
  tax: number;
  payments: { charge: string; part: number; amount: number; tax: number }[];
  partsAfter: { part: number; amount: number; tax: number }[];
  access: "ends" | "stays";
  courses: {
    id: string;
    share: number;
    days: number | null;
    unused: number | null;
    relief: number;
  }[];
  withdrawal: {
    lastDay: string;
    until: string;
    open: boolean;
    endedBy: Withdrawal["endedBy"];
  };
}

/** Why a refund follows its rule: each rule of the terms, and what decided about it. */
export type RefundWhy = { kind: "full" | "unused"; because: Because }[];

export function refundAt(
  order: Order,
  asked: RefundAsked,
): { ok: true; value: Refund; why: RefundWhy } | { ok: false; faults: Fault[] } {
  const life = lifeOf(order).moveTo(asked.at);
  const faults = checkAsked(life, asked);
  return faults.length > 0 ? { ok: false, faults } : { ok: true, ...workOut(life, asked) };
}

function checkAsked(life: Life, asked: RefundAsked): Fault[] {
  const { order, ended, coursesBack, seatsBack } = life;
  const { policy, amount, course, seats } = asked;
  const faults: Fault[] = [];
  const say = (path: string, reason: string) => faults.push({ path, reason });
  if (policy === "amount") {
    if (amount === undefined || amount < 1) say("amount", "Something is given back: at least 1");
    else if (amount > life.left()) say("amount", `Only ${life.left()} is left of what was paid`);
  }
  if (course !== undefined && seats !== undefined)
    say("seats", "Give back either a course or seats, not both");
  for (const path of ["course", "seats"] as const) {
    if (asked[path] === undefined) continue;
    if (ended) say(path, "The order has ended: only an amount can be given back");
    else if (order.series) say(path, "A subscription is given back as a whole");
    else if (policy === "withdrawal") say(path, "Whoever withdraws does so from the whole order");
    else if (path === "course") {
      if (order.seats > 1) say(path, "A single course is given back of an order of one seat");
      else if (!order.courses.some(({ id }) => id === course) || coursesBack.has(course as string))
        say(path, `"${course}" is not held by this order`);
    } else if (order.seats === 1) say(path, "An order of one seat is given back whole");
    else if ((seats as number) > order.seats - seatsBack - order.seatsGiven)
      say(
        path,
        `${Math.max(0, order.seats - seatsBack - order.seatsGiven)} seats are not given out`,
      );
  }
  return faults;
}

function workOut(life: Life, asked: RefundAsked): { value: Refund; why: RefundWhy } {
  const { order } = life;
  const { policy } = asked;
  const about = { course: asked.course ?? null, seats: asked.seats ?? null };
  const scope = scopeOf(life, about);
  const withdrawal = withdrawalOf(life);
  const rules = rulesOn(life, scope, about.seats !== null);
  const { rule, usual } = ((): { rule: RefundRule; usual: "ends" | "stays" } => {
    if (policy === "amount") return { rule: "amount", usual: "stays" };
    const none = { rule: "none", usual: "stays" } as const;
    if (life.ended) return none;
    if (policy === "terms") {
      const found = rules.find(({ because }) => because === "counts")?.rule;
      return found ? { rule: found.kind, usual: found.access } : none;
    }
    if (policy !== "withdrawal") return { rule: policy, usual: "ends" };
    return withdrawal.endedBy === null ? { rule: withdrawal.gives, usual: "ends" } : none;
  })();
  const courses = order.series ? [] : coursesOf(life, asked, scope, rule);
  const unpaid = order.series ? [] : life.unpaid();
  const asks = unpaid.reduce((all, { amount }) => all + amount, 0);
  const wanted =
    rule === "amount"
      ? (asked.amount ?? 0)
      : order.series
        ? reliefOfPeriods(life, policy, rule)
        : courses.reduce((all, one) => all + one.relief, 0);
  const relief = Math.min(wanted, life.left() + asks);
  const off = rule === "amount" ? 0 : Math.min(relief, asks);
  const amount = relief - off;
  const drawn = draw(life.payments, amount);
  const access = accessAfter(life, asked, rule, usual);
  const ends = access === "ends" && endsOrder(life, asked);
  const value: Refund = {
    id: order.id,
    at: formatInstant(life.now),
    policy,
    rule,
    relief,
    off,
    amount,
    tax: drawn.reduce((all, { tax }) => all + tax, 0),
    payments: drawn.map(({ payment, amount, tax }) => ({
      charge: payment.charge,
      part: payment.part.number,
      amount,
      tax,
    })),
    partsAfter: ends ? [] : partsAfter(unpaid, off),
    access,
    courses,
    withdrawal: {
      lastDay: formatDate(withdrawal.lastDay),
      until: formatInstant(withdrawal.until),
      open: withdrawal.endedBy === null,
      endedBy: withdrawal.endedBy,
    },
  };
  return { value, why: rules.map(({ rule, because }) => ({ kind: rule.kind, because })) };
}

function coursesOf(
  life: Life,
  { policy }: RefundAsked,
  { courses, shares }: Scope,
  rule: RefundRule,
): Refund["courses"] {
  const today = life.day(life.now);
  return courses.map((course) => {
    const share = shares.get(course.id) ?? 0;
    const days = daysOf(course, today);
    // Whoever withdraws from a service that has no end gets its share: there is nothing to measure its use by.
    const isEndless = policy === "withdrawal" && lastDayOn(course, today) === null;
    const relief =
      rule === "full" || (rule === "unused" && isEndless)
        ? share
        : rule === "unused"
          ? unusedOf(share, days)
          : 0;
    return {
      id: course.id,
      share,
      days: days?.days ?? null,
      unused: days?.unused ?? null,
      relief,
    };
  });
}

/** A subscription: the last paid period, what is unused of all, or, by withdrawal, all money that is left. */
function reliefOfPeriods(life: Life, policy: RefundPolicy, rule: RefundRule): number {
  if (rule === "full") {
    if (policy === "withdrawal") return life.left();
    const last = life.lastPaid();
    return last ? worthOf(last).amount : 0;
  }
  if (rule !== "unused") return 0;
  const today = life.day(life.now);
  let sum = 0;
  for (const part of life.parts) {
    const days = part.next - part.due;
    if (part.paidAt === null || days === 0) continue;
    const ahead = Math.max(0, part.next - 1 - Math.max(today, part.due - 1));
    sum += timesOver(worthOf(part).amount, ahead, days);
  }
  return sum;
}

function isLastSeats({ order, seatsBack }: Life, seats: number): boolean {
  return seats === order.seats - seatsBack;
}

/** Access never ends where nothing is given back, nor by seats, but for the last ones: these always end it. */
function accessAfter(
  life: Life,
  { access, seats }: RefundAsked,
  rule: RefundRule,
  usual: "ends" | "stays",
): "ends" | "stays" {
  if (rule === "none") return "stays";
  if (seats !== undefined) return isLastSeats(life, seats) ? "ends" : "stays";
  return access ?? usual;
}

function endsOrder({ order, coursesBack }: Life, { course }: RefundAsked): boolean {
  return course === undefined || coursesBack.size + 1 === order.courses.length;
}

function partsAfter(unpaid: ReturnType<Life["unpaid"]>, off: number): Refund["partsAfter"] {
  const taken = new Map(offOf(unpaid, off).map((one) => [one.part, one]));
  return unpaid.filter(isUnpaid).flatMap((part) => {
    const { amount = 0, tax = 0 } = taken.get(part) ?? {};
    if (amount === part.amount) return [];
    return [{ part: part.number, amount: part.amount - amount, tax: part.tax - tax }];
  });
}
