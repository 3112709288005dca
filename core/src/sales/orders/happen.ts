/** What each event does to an order, or the first reason for which it counts for nothing (orders.md). */
import { addDays } from "../../time";
import { changeOption } from "./change-option";
import { type Drawn, giveBack, setOff } from "./give-back";
import type { Life, Reason } from "./life";
import { isUnpaid } from "./part";
import { payBy } from "./pay";
import type { OrderEvent } from "./schema";

type Of<T extends OrderEvent["type"]> = Extract<OrderEvent, { type: T }>;

/** Lets an event count at the instant to which the order has come; the reason, where it does not count. */
export function happen(life: Life, event: OrderEvent, index: number): Reason | null {
  switch (event.type) {
    case "charged":
      return charged(life, event, index);
    case "failed":
      return failed(life, event);
    case "refunded":
      return refunded(life, event, index);
    case "cancelled":
      return cancelled(life, event);
    case "cancel-taken-back":
      if (life.ended) return "ended";
      if (life.runsOutAt === null) return "not-cancelled";
      life.runsOutAt = null;
      return null;
    case "option-changed":
      return changeOption(life, event, index);
    case "card-replaced":
      if (life.ended) return "ended";
      life.cardsReplaced.push(life.now);
      return null;
    case "disputed":
      return disputed(life, event);
    case "dispute-won":
      return disputeWon(life, event);
    case "dispute-lost":
      return disputeLost(life, event, index);
  }
}

function charged(life: Life, { charge, part, amount }: Of<"charged">, index: number) {
  if (life.charges.has(charge)) return "again";
  life.charges.add(charge);
  const wanted = life.parts[part - 1];
  // A part of a subscription that is known here has reached its day.
  if (wanted && !life.ended && isUnpaid(wanted) && wanted.amount === amount)
    payBy(life, wanted, charge, index);
  else life.excess.push({ charge, amount });
  return null;
}

function failed(life: Life, { charge, part }: Of<"failed">): Reason | null {
  if (life.charges.has(charge) || life.failed.has(charge)) return "again";
  if (life.ended) return "ended";
  const wanted = life.parts[part - 1];
  if (!wanted || !isUnpaid(wanted) || !life.hasReached(wanted)) return "no-part";
  life.failed.add(charge);
  wanted.failures += 1;
  wanted.failedAt = life.now;
  return null;
}

function cancelled(life: Life, { when }: Of<"cancelled">): Reason | null {
  if (life.ended) return "ended";
  if (life.runsOutAt !== null && when === "period-end") return "cancelled";
  if (when === "now") {
    life.end("cancelled");
    return null;
  }
  for (const part of life.unpaid()) part.gone = "written-off";
  const last = life.paidThrough();
  if (last === null) throw new TypeError("This order was not checked");
  const at = life.start(addDays(last, 1));
  if (at <= life.now) life.end("cancelled");
  else life.runsOutAt = at;
  return null;
}

function refunded(life: Life, event: Of<"refunded">, index: number): Reason | null {
  const { refund, charge, amount = 0, off = 0, course = null, seats = null, access } = event;
  if (refund !== undefined && life.refunds.has(refund)) return "again";
  if (charge !== undefined) {
    const place = life.excess.findIndex((one) => one.charge === charge);
    if (place < 0) return "no-charge";
    life.excess.splice(place, 1);
    if (refund !== undefined) life.refunds.add(refund);
    return null;
  }
  if (life.ended && (off > 0 || course !== null || seats !== null)) return "ended";
  if (course !== null && life.coursesBack.has(course)) return "given-back";
  if (seats !== null && seats > life.order.seats - life.seatsBack) return "no-seats";
  if (amount > life.left()) return "more-than-paid";
  if (off > life.unpaid().reduce((all, part) => all + part.amount, 0)) return "more-than-owed";
  if (refund !== undefined) life.refunds.add(refund);
  const drawn = giveBack(life.payments, amount, course);
  if (drawn.length > 0) noteCredit(life, drawn, index);
  const gone = setOff(life.parts, off, course);
  if (endsByRefund(life, course, seats, access === "ends")) {
    if (!life.ended) life.end("refunded");
    return null;
  }
  for (const part of gone) if (part.number > 1) life.tell("part-paid", { part: part.number });
  return null;
}

/** Takes seats or a course back; whether the order ends with it. */
function endsByRefund(life: Life, course: string | null, seats: number | null, ends: boolean) {
  if (seats !== null) {
    life.seatsBack += seats;
    return life.seatsBack === life.order.seats;
  }
  if (course === null) return ends;
  if (!ends) return false;
  life.coursesBack.set(course, life.day(life.now));
  if (life.coursesBack.size === life.order.courses.length) return true;
  life.tell("revoked", { course });
  return false;
}

function noteCredit(life: Life, drawn: Drawn[], event: number): void {
  const sum = (of: "amount" | "tax") => drawn.reduce((all, one) => all + one[of], 0);
  life.movements.push({
    event,
    at: life.now,
    kind: "credit-note",
    amount: sum("amount"),
    tax: sum("tax"),
    payments: drawn.map(({ payment }) => payment),
  });
}

const paymentOf = (life: Life, charge: string) =>
  life.payments.find((payment) => payment.charge === charge);

function disputed(life: Life, { charge }: Of<"disputed">): Reason | null {
  const payment = paymentOf(life, charge);
  if (payment?.isDisputed) return "again";
  if (!payment) return "no-charge";
  payment.isDisputed = true;
  life.disputes += 1;
  return null;
}

function disputeWon(life: Life, { charge }: Of<"dispute-won">): Reason | null {
  const payment = paymentOf(life, charge);
  if (!payment?.isDisputed) return "no-dispute";
  payment.isDisputed = false;
  life.disputes -= 1;
  if (life.disputes > 0) return null;
  for (const part of life.unpaid()) {
    if (!life.hasReached(part)) continue;
    part.from = life.day(life.now);
    part.first = life.now;
    part.failures = 0;
    part.failedAt = null;
  }
  return null;
}

function disputeLost(life: Life, { charge }: Of<"dispute-lost">, index: number): Reason | null {
  const payment = paymentOf(life, charge);
  if (!payment?.isDisputed) return "no-dispute";
  payment.isDisputed = false;
  life.disputes -= 1;
  if (payment.left > 0) {
    const drawn = { payment, amount: payment.left, tax: payment.taxLeft };
    payment.left = 0;
    payment.taxLeft = 0;
    noteCredit(life, [drawn], index);
  }
  if (!life.ended) life.end("disputed");
  return null;
}
