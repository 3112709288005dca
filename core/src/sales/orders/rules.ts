/** Which rule of the terms, or of the law, a refund follows on a day, and why the others do not. */
import {
  addDays,
  dateIn,
  type Instant,
  instantIn,
  type LocalDate,
  startOfDay,
  weekdayBits,
} from "../../time";
import { EU } from "../tax-by-place";
import { lastDayToGiveBack } from "../withdrawal";
import type { Life } from "./life";
import type { Order } from "./schema";
import type { Scope } from "./scope";

type Rule = Order["terms"]["refund"][number];

/** The first day from which a rule's days count; null: always, since a first day of access is not known. */
function countedFrom(life: Life, rule: Rule, scope: Scope): LocalDate | null {
  const paid = life.order.series ? life.lastPaid()?.paidAt : life.payments[0]?.at;
  const day = paid == null ? life.boughtOn : life.day(paid);
  if (rule.from === "payment") return day;
  const firsts = scope.courses.map(({ access }) => access.from);
  if (firsts.some((first) => first === null)) return null;
  return Math.max(day, ...firsts.map((first) => dateIn(first as string))) as LocalDate;
}

export type Because = "counts" | "days" | "progress" | "beaten" | "ended";

/** Each rule of the terms with what decides about it; the first whose conditions hold counts. */
export function rulesOn(
  life: Life,
  scope: Scope,
  ofSeats: boolean,
): { rule: Rule; because: Because }[] {
  const today = life.day(life.now);
  let found = false;
  return life.order.terms.refund.map((rule) => {
    const because = ((): Because => {
      if (life.ended) return "ended";
      if (found) return "beaten";
      if (rule.days !== null) {
        const from = countedFrom(life, rule, scope);
        if (from !== null && today - from > rule.days) return "days";
      }
      if (rule.progress !== null && !ofSeats && !isWithin(rule.progress, scope)) return "progress";
      return "counts";
    })();
    if (because === "counts") found = true;
    return { rule, because };
  });
}

/** Whether at most so many percent of all lessons in scope are done; 0 of 0 is. */
function isWithin(percent: number, { courses }: Scope): boolean {
  const sum = (of: "done" | "of") => courses.reduce((all, { progress }) => all + progress[of], 0);
  return sum("done") * 10_000 <= Math.round(percent * 100) * sum("of");
}

export interface Withdrawal {
  lastDay: LocalDate;
  until: Instant;
  /** The first that holds; null: it is open. */
  endedBy: "company" | "place" | "begun" | "time" | null;
  /** What it gives: of a service begun with consent, what is unused. */
  gives: "full" | "unused";
}

/** The right to withdraw (2011/83/EU art. 9, 14, 16(m), from memory). */
export function withdrawalOf({ order, boughtOn, now, zone }: Life): Withdrawal {
  const { buyer, supply, calendar } = order;
  const school = {
    weekend: weekdayBits(calendar.weekend as Parameters<typeof weekdayBits>[0]),
    closed: new Set(calendar.closed.map(dateIn)),
  };
  const lastDay = lastDayToGiveBack(boughtOn, school) ?? addDays(boughtOn, 14);
  const until = startOfDay(zone, addDays(lastDay, 1));
  const happened = (text: string | null) => {
    const at = text === null ? null : instantIn(text);
    return at !== null && at <= now ? at : null;
  };
  const [consent, begun] = [happened(order.consentAt), happened(order.begunAt)];
  const isLost = supply === "content" && consent !== null && begun !== null && begun >= consent;
  const endedBy = buyer.company
    ? "company"
    : !EU.has(buyer.country)
      ? "place"
      : isLost
        ? "begun"
        : now >= until
          ? "time"
          : null;
  const gives = supply === "service" && consent !== null ? "unused" : "full";
  return { lastDay, until, endedBy, gives };
}
