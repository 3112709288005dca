/**
 * The life of an order: it goes from instant to instant, counts the events of each, reaches the days on which parts
 * fall due, suspends and ends (orders.md, "What is computed"). Nothing here knows a clock: it is moved to an instant.
 */
import {
  addDays,
  checked,
  dateIn,
  type Instant,
  instantIn,
  type LocalDate,
  localDateAt,
  parseTimeOfDay,
  startOfDay,
  type TimeOfDay,
  type Zone,
  zoneOf,
} from "../../time";
import { isUnpaid, makePart, type Part, type Payment } from "./part";
import type { Order, OrderEvent } from "./schema";
import { Series } from "./series";

export type EndedBy = "unpaid" | "cancelled" | "refunded" | "disputed";

/** What the enrollment is told. */
export interface Told {
  type: "part-paid" | "revoked" | "suspended" | "unsuspended";
  at: Instant;
  course: string | null;
  part: number | null;
}

export type Reason =
  | "again"
  | "ended"
  | "no-part"
  | "no-charge"
  | "given-back"
  | "no-seats"
  | "more-than-paid"
  | "more-than-owed"
  | "cancelled"
  | "not-cancelled"
  | "open-part"
  | "not-paid"
  | "no-dispute";

/** Money that came or went by an event, for the documents. */
export interface Movement {
  event: number;
  at: Instant;
  kind: "invoice" | "credit-note";
  amount: number;
  tax: number;
  /** The payments that were drawn on, newest first; an invoice's own. */
  payments: Payment[];
}

export class Life {
  readonly zone: Zone;
  readonly boughtAt: Instant;
  readonly boughtOn: LocalDate;
  readonly chargeHour: TimeOfDay;
  /** The instant it has come to. */
  now: Instant;

  readonly parts: Part[] = [];
  /** In the order in which they came. */
  readonly payments: Payment[] = [];
  readonly charges = new Set<string>();
  readonly failed = new Set<string>();
  readonly refunds = new Set<string>();
  readonly cardsReplaced: Instant[] = [];
  excess: { charge: string; amount: number }[] = [];
  disputes = 0;
  /** The end of a subscription that is cancelled and runs out. */
  runsOutAt: Instant | null = null;
  ended: { at: Instant; on: LocalDate; by: EndedBy } | null = null;
  isSuspended = false;
  seatsBack = 0;
  /** Courses given back, and the day of it. */
  readonly coursesBack = new Map<string, LocalDate>();
  readonly told: Told[] = [];
  readonly ignored: { event: number; reason: Reason }[] = [];
  readonly movements: Movement[] = [];
  series: Series | null = null;

  private readonly queue: { event: OrderEvent; index: number; at: Instant }[];
  private nextEvent = 0;
  private firstUnpaid = 0;

  constructor(
    readonly order: Order,
    /** What an event does to it; the first reason for which it counts for nothing. */
    private readonly happen: (life: Life, event: OrderEvent, index: number) => Reason | null,
  ) {
    this.zone = zoneOf(order.timeZone);
    this.boughtAt = instantIn(order.boughtAt);
    this.boughtOn = localDateAt(this.zone, this.boughtAt);
    this.chargeHour = checked(parseTimeOfDay(order.terms.chargeHour));
    this.now = (this.boughtAt - 1) as Instant;
    order.quote?.schedule.forEach((one, i) => {
      const due = dateIn(one.due);
      this.parts.push(makePart(i + 1, due, due, one));
    });
    if (order.series) this.series = new Series(dateIn(order.series.first), order.series);
    this.queue = order.events
      .map((event, index) => ({ event, index, at: instantIn(event.at) }))
      .sort((a, b) => a.at - b.at || a.index - b.index);
  }

  /** Moves it on to an instant, that one included. Earlier instants than it has come to are nothing. */
  moveTo(at: Instant): this {
    for (;;) {
      const next = this.nextInstant();
      if (next === null || next > at) break;
      this.now = next;
      this.liveThrough(next);
    }
    if (at > this.now) this.now = at;
    return this;
  }

  /** The local day of an instant. */
  day(at: Instant): LocalDate {
    return localDateAt(this.zone, at);
  }

  start(day: LocalDate): Instant {
    return startOfDay(this.zone, day);
  }

  hasReached(part: Part, at: Instant = this.now): boolean {
    return this.start(part.due) <= at;
  }

  /** The first instant at which access is suspended, or the order ends, for want of this part. */
  suspendsAt(part: Part): Instant {
    return this.start(addDays(part.from, this.order.terms.grace + 1));
  }
  endsAt(part: Part): Instant | null {
    const { endAfter } = this.order.terms;
    return endAfter === null ? null : this.start(addDays(part.from, endAfter + 1));
  }

  /** The earliest part that is asked for; the days of no later one count from an earlier day. */
  unpaidFirst(): Part | null {
    while (this.firstUnpaid < this.parts.length && !isUnpaid(this.parts[this.firstUnpaid] as Part))
      this.firstUnpaid += 1;
    return this.parts[this.firstUnpaid] ?? null;
  }

  unpaid(): Part[] {
    return this.unpaidFirst() ? this.parts.slice(this.firstUnpaid).filter(isUnpaid) : [];
  }

  /** All that is left of what was paid. */
  left(): number {
    return this.payments.reduce((all, payment) => all + payment.left, 0);
  }

  /** A subscription's last period that is paid. */
  lastPaid(): Part | null {
    for (let i = this.parts.length - 1; i >= 0; i--)
      if (this.parts[i]?.paidAt !== null) return this.parts[i] as Part;
    return null;
  }

  /** The last day of the last paid period; with none, the day before the first. Null elsewhere than in a subscription. */
  paidThrough(): LocalDate | null {
    if (!this.order.series) return null;
    return addDays(this.lastPaid()?.next ?? dateIn(this.order.series.first), -1);
  }

  tell(type: Told["type"], about: { course?: string; part?: number } = {}): void {
    const { course = null, part = null } = about;
    this.told.push({ type, at: this.now, course, part });
  }

  /** A part is paid: by a charge, or, asking for nothing, by itself. */
  pay(part: Part, payment: Payment | null, at: Instant = this.now): void {
    part.paidAt = at;
    part.payment = payment;
    if (payment) this.payments.push(payment);
    if (part.number > 1) this.tell("part-paid", { part: part.number });
  }

  /** Ends the order: what was asked for is written off, what lay ahead is dropped. */
  end(by: EndedBy, { runsOut = false } = {}): void {
    const at = this.now;
    for (const part of this.unpaid())
      part.gone = this.start(part.due) < at ? "written-off" : "dropped";
    // A part of 0 whose day begins with the end does not come.
    const last = this.parts.at(-1);
    if (last && last.amount === 0 && !last.payment && this.series && this.start(last.due) === at)
      this.takeBack(last);
    this.ended = { at, on: this.day(at), by };
    this.isSuspended = false;
    if (!runsOut) this.tell("revoked");
  }

  private takeBack(part: Part): void {
    this.parts.pop();
    const told = this.told.findIndex(
      (one) => one.type === "part-paid" && one.part === part.number && one.at === this.now,
    );
    if (told >= 0) this.told.splice(told, 1);
  }

  /** The next instant at which anything can happen; until then nothing about it changes. Null: nothing does by itself. */
  nextInstant(): Instant | null {
    let next = this.queue[this.nextEvent]?.at ?? Number.POSITIVE_INFINITY;
    const consider = (at: Instant | null) => {
      if (at !== null && at > this.now && at < next) next = at;
    };
    if (this.now < this.boughtAt) consider(this.boughtAt);
    else if (!this.ended) {
      const first = this.unpaidFirst();
      if (first) {
        consider(this.suspendsAt(first));
        consider(this.endsAt(first));
      }
      consider(this.runsOutAt);
      if (this.series && this.runsOutAt === null)
        consider(this.start(this.series.dateOf(this.series.next)));
    }
    return Number.isFinite(next) ? (next as Instant) : null;
  }

  private liveThrough(at: Instant): void {
    this.reachPeriods();
    for (let one = this.queue[this.nextEvent]; one?.at === at; one = this.queue[this.nextEvent]) {
      this.nextEvent += 1;
      const reason = this.happen(this, one.event, one.index);
      if (reason) this.ignored.push({ event: one.index, reason });
      this.reachPeriods();
    }
    if (this.ended) return;
    this.judge();
    if (this.runsOutAt !== null && this.runsOutAt <= at) this.end("cancelled", { runsOut: true });
    else if (this.disputes === 0) {
      const first = this.unpaidFirst();
      const ends = first && this.endsAt(first);
      if (ends !== null && ends <= at) this.end("unpaid");
    }
  }

  /** The periods of a subscription whose day has come; one that asks for nothing is paid by itself. */
  private reachPeriods(): void {
    const { series } = this;
    if (!series) return;
    while (!this.ended && this.runsOutAt === null) {
      const due = series.dateOf(series.next);
      if (this.start(due) > this.now) return;
      const price = series.priceOf(series.next);
      series.next += 1;
      const part = makePart(this.parts.length + 1, due, series.dateOf(series.next), price);
      this.parts.push(part);
      if (part.amount === 0) this.pay(part, null);
    }
  }

  /** Whether access is suspended, judged once all events of an instant have counted. */
  private judge(): void {
    const first = this.unpaidFirst();
    const is = this.disputes > 0 || (first !== null && this.suspendsAt(first) <= this.now);
    if (is === this.isSuspended) return;
    this.isSuspended = is;
    this.tell(is ? "suspended" : "unsuspended");
  }
}
