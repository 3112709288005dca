/** An order at an instant: its states, what comes next, and what its enrollment is told (orders.md, `order`). */
import { formatDate, formatInstant, type Instant } from "../../time";
import { attemptAt, nextAttempt, stateOfPart } from "./attempts";
import type { EndedBy, Life, Reason, Told } from "./life";
import { lifeOf } from "./life-of";
import { makePart, type Part } from "./part";
import type { PartState } from "./part-state";
import { partnerShare } from "./partner";
import type { Order } from "./schema";

export type OrderState =
  | "refunded"
  | "ended"
  | "disputed"
  | "suspended"
  | "late"
  | "waiting"
  | "ending"
  | "trial"
  | "settled"
  | "running";

interface WrittenPart {
  part: number;
  due: string;
  amount: number;
  tax: number;
  state: PartState;
  paidAt: string | null;
  charge: string | null;
  refunded: number;
  next: string | null;
}

/** An order as the command line prints it. */
export interface OrderAt {
  id: string;
  at: string;
  state: OrderState;
  endedAt: string | null;
  endedBy: EndedBy | null;
  paid: number;
  refunded: number;
  open: number;
  ahead: number;
  parts: WrittenPart[];
  excess: { charge: string; amount: number }[];
  next: {
    charge: { at: string; part: number } | null;
    suspends: string | null;
    ends: string | null;
  };
  enrollment: {
    needsPayment: boolean;
    paidAt: string | null;
    paidThrough: string | null;
    grace: number;
    events: { type: Told["type"]; at: string; course: string | null; part: number | null }[];
  };
  seats: number;
  courses: string[];
  partner: { id: string; earned: number; payable: number; nextPayable: string | null } | null;
  ignored: { event: number; reason: Reason }[];
}

/** The order at an instant that is not before its purchase. */
export function orderAt(order: Order, at: Instant): OrderAt {
  return describe(lifeOf(order).moveTo(at));
}

const written = (at: Instant | null) => (at === null ? null : formatInstant(at));

function describe(life: Life): OrderAt {
  const { order, ended } = life;
  const shown = shownParts(life);
  const parts = shown.map((part) => describePart(life, part));
  const sum = (of: (part: WrittenPart) => boolean) =>
    parts.reduce((all, part) => (of(part) ? all + part.amount : all), 0);
  const partner = partnerShare(life);
  const paid = life.payments.reduce((all, { amount }) => all + amount, 0);
  return {
    id: order.id,
    at: formatInstant(life.now),
    state: stateOf(life, parts),
    endedAt: written(ended?.at ?? null),
    endedBy: ended?.by ?? null,
    paid,
    refunded: paid - life.left(),
    open: sum(({ state }) => state === "due" || state === "failed" || state === "overdue"),
    ahead: sum(({ state }) => state === "ahead"),
    parts,
    excess: life.excess.map((one) => ({ ...one })),
    next: whatComes(life, shown),
    enrollment: {
      needsPayment: needsPayment(life),
      paidAt: written(life.payments[0]?.at ?? null),
      paidThrough: paidThroughOf(life),
      grace: graceOf(life),
      events: toldInOrder(life),
    },
    seats: order.seats - life.seatsBack,
    courses: ended
      ? []
      : order.courses.filter(({ id }) => !life.coursesBack.has(id)).map(({ id }) => id),
    partner: partner && {
      id: partner.id,
      earned: partner.earned,
      payable: partner.payable,
      nextPayable: written(partner.nextPayable),
    },
    ignored: [...life.ignored].sort((a, b) => a.event - b.event),
  };
}

/** All parts; of a subscription those that reached their day before its end, or were paid, and the one that comes. */
function shownParts(life: Life): Part[] {
  const { series, ended, parts } = life;
  if (!series) return parts;
  const come = parts.filter((part) => part.payment || !ended || life.start(part.due) < ended.at);
  if (ended || life.runsOutAt !== null) return come;
  return [...come, partToCome(life, series.next)];
}

/** A part that its series has not reached yet: the k-th period of it. */
function partToCome({ series, parts }: Life, k: number): Part {
  if (!series) throw new TypeError("Only a subscription's parts come one after the other");
  const number = parts.length + 1 + k - series.next;
  return makePart(number, series.dateOf(k), series.dateOf(k + 1), series.priceOf(k));
}

function describePart(life: Life, part: Part): WrittenPart {
  return {
    part: part.number,
    due: formatDate(part.due),
    amount: part.amount,
    tax: part.tax,
    state: stateOfPart(life, part),
    paidAt: written(part.paidAt),
    charge: part.payment?.charge ?? null,
    refunded: part.payment ? part.payment.amount - part.payment.left : 0,
    next: written(nextAttempt(life, part)),
  };
}

function stateOf(life: Life, parts: readonly WrittenPart[]): OrderState {
  const is = (...states: PartState[]) => parts.some(({ state }) => states.includes(state));
  if (life.ended) return life.payments.length > 0 && life.left() === 0 ? "refunded" : "ended";
  if (life.disputes > 0) return "disputed";
  if (life.isSuspended) return "suspended";
  if (is("failed", "overdue")) return "late";
  if (needsPayment(life) && life.payments.length === 0) return "waiting";
  if (life.runsOutAt !== null) return "ending";
  if (life.series) return life.parts.length === 0 ? "trial" : "running";
  return life.unpaidFirst() ? "running" : "settled";
}

/** Whether a part above 0 was due on the day of purchase, as bought. */
function needsPayment({ order, boughtOn }: Life): boolean {
  const { quote, series } = order;
  const bought = formatDate(boughtOn);
  if (series) return series.first === bought && (series.reduced?.amount ?? series.amount) > 0;
  return quote?.schedule.some(({ due, amount }) => due === bought && amount > 0) ?? false;
}

function paidThroughOf(life: Life): string | null {
  const day = life.paidThrough();
  return day === null ? null : formatDate(day);
}

/** The days from `paidThrough` to the end of the grace of the part after it. */
function graceOf(life: Life): number {
  const through = life.paidThrough();
  if (!life.series || through === null || life.ended || life.runsOutAt !== null) return 0;
  const after = life.parts[life.lastPaid()?.number ?? 0];
  const from = after ? after.from : life.series.dateOf(life.series.next);
  return from + life.order.terms.grace - through;
}

function whatComes(life: Life, shown: readonly Part[]): OrderAt["next"] {
  const { ended, disputes, runsOutAt, series } = life;
  if (ended) return { charge: null, suspends: null, ends: null };
  if (runsOutAt !== null || disputes > 0)
    return { charge: null, suspends: null, ends: written(runsOutAt) };
  const coming = shown.filter((part) => nextAttempt(life, part) !== null);
  const asked = life.unpaid();
  if (series) {
    // Of the parts to come the first that asks for money counts, be it further on.
    const k = series.firstPricedFrom(series.next);
    if (k !== null) {
      const part = partToCome(life, k);
      asked.push(part);
      if (k !== series.next) coming.push(part);
    }
  }
  const charge = earliest(
    coming.map((part) => ({ at: attemptAt(life, part) as Instant, part: part.number })),
  );
  const first = asked[0];
  const suspends = first ? life.suspendsAt(first) : null;
  return {
    charge: charge && { at: formatInstant(charge.at), part: charge.part },
    suspends: written(suspends !== null && suspends > life.now ? suspends : null),
    ends: written(first ? life.endsAt(first) : null),
  };
}

function earliest(of: { at: Instant; part: number }[]): { at: Instant; part: number } | null {
  let found: { at: Instant; part: number } | null = null;
  for (const one of of)
    if (!found || one.at < found.at || (one.at === found.at && one.part < found.part)) found = one;
  return found;
}

/** At one instant: parts paid, what is revoked (all courses before one), then suspensions. */
function toldInOrder({ told, order }: Life): OrderAt["enrollment"]["events"] {
  const place = new Map(order.courses.map(({ id }, i) => [id, i]));
  const rank = ({ type, part, course }: Told) => {
    if (type === "part-paid") return [0, part ?? 0] as const;
    if (type === "revoked") return [1, course === null ? -1 : (place.get(course) ?? 0)] as const;
    return [2, 0] as const;
  };
  return [...told]
    .sort((a, b) => {
      const [x, y] = [rank(a), rank(b)];
      return a.at - b.at || x[0] - y[0] || x[1] - y[1];
    })
    .map(({ type, at, course, part }) => ({ type, at: formatInstant(at), course, part }));
}
