/** Reading an order, or many: every key by itself, then one against another (orders.md, "Refused"). */
import { type Fault, type Read, readValue } from "../../plan";
import { dateIn, instantIn, type LocalDate, localDateAt, zoneOf } from "../../time";
import { type Order, type OrderEvent, type Orders, orderSchema, ordersSchema } from "./schema";

/** Reads an order's document; refused with every fault and its path. */
export function parseOrder(value: unknown): Read<Order> {
  return readValue(orderSchema, value, (order) => checkOrder(order));
}

/** Reads a document of many orders. */
export function parseOrders(value: unknown): Read<Orders> {
  return readValue(ordersSchema, value, checkOrders);
}

type Say = (path: string, reason: string) => void;

function checkOrders({ orders, currency }: Orders): Fault[] {
  const seen = new Set<string>();
  return orders.flatMap((order, i) => {
    const faults = checkOrder(order, `orders[${i}].`);
    const say = (path: string, reason: string) =>
      faults.push({ path: `orders[${i}].${path}`, reason });
    if (seen.has(order.id)) say("id", `"${order.id}" stands there twice`);
    seen.add(order.id);
    if (order.currency !== currency)
      say("currency", `The file is in ${currency}; orders of another currency have their own file`);
    return faults;
  });
}

function checkOrder(order: Order, prefix = ""): Fault[] {
  const faults: Fault[] = [];
  const say: Say = (path, reason) => faults.push({ path: `${prefix}${path}`, reason });
  const bought = localDateAt(zoneOf(order.timeZone), instantIn(order.boughtAt));
  checkPrice(order, bought, say);
  checkCourses(order, say);
  checkTerms(order, say);
  if (order.seatsGiven > order.seats)
    say("seatsGiven", `${order.seatsGiven} seats are given out, and ${order.seats} were bought`);
  if (new Set(order.calendar.weekend).size === 7)
    say("calendar.weekend", "All seven days cannot be weekend");
  order.partners?.touches.forEach(({ partner }, i) => {
    if (!Object.hasOwn(order.partners?.percent ?? {}, partner))
      say(`partners.touches[${i}].partner`, `"${partner}" has no percentage`);
  });
  order.events.forEach((event, i) => {
    checkEvent(order, event, (path, reason) => say(`events[${i}].${path}`, reason));
  });
  return faults;
}

function checkPrice({ kind, quote, series }: Order, bought: LocalDate, say: Say): void {
  if (kind === "subscription") {
    if (quote) say("quote", "A subscription has a series, not a quote");
    if (!series) say("series", "Missing: a subscription has a series");
  } else {
    if (!quote) say("quote", "Missing: what was bought has its quote");
    if (series) say("series", "Only a subscription has a series");
  }
  if (series && dateIn(series.first) < bought)
    say("series.first", "The first period begins before the purchase");
  if (!quote) return;
  const sum = (of: "amount" | "tax") => quote.schedule.reduce((all, part) => all + part[of], 0);
  if (quote.total !== sum("amount"))
    say("quote.total", `The parts come to ${sum("amount")}, not to ${quote.total}`);
  if (quote.tax !== sum("tax"))
    say("quote.tax", `The tax of the parts comes to ${sum("tax")}, not to ${quote.tax}`);
  quote.schedule.forEach(({ due }, i) => {
    const before = quote.schedule[i - 1]?.due;
    if (dateIn(due) < bought)
      say(`quote.schedule[${i}].due`, `${due} lies before the day of purchase`);
    else if (before !== undefined && due <= before)
      say(`quote.schedule[${i}].due`, `${due} is not after the part before, ${before}`);
  });
  const most = kind === "free" ? 0 : kind === "once" ? 1 : Number.POSITIVE_INFINITY;
  if (quote.schedule.length > most)
    say("quote.schedule", `A purchase "${kind}" has at most ${most} parts`);
}

function checkCourses({ courses }: Order, say: Say): void {
  const seen = new Set<string>();
  courses.forEach(({ id, access, progress }, i) => {
    if (seen.has(id)) say(`courses[${i}].id`, `"${id}" stands there twice`);
    seen.add(id);
    if (access.through !== null && (access.from === null || access.through < access.from))
      say(
        `courses[${i}].access.through`,
        access.from === null ? "An end without a beginning" : "Access ends before it begins",
      );
    if (progress.done > progress.of)
      say(`courses[${i}].progress.done`, `${progress.done} lessons done of ${progress.of}`);
  });
}

function checkTerms({ terms: { retry, grace, endAfter } }: Order, say: Say): void {
  retry.forEach((days, i) => {
    const before = retry[i - 1];
    if (before !== undefined && days <= before)
      say(`terms.retry[${i}]`, `${days} is not above the one before, ${before}`);
    else if (endAfter !== null && days > endAfter)
      say(`terms.retry[${i}]`, `${days} is above the ${endAfter} days after which the order ends`);
  });
  if (endAfter !== null && endAfter <= grace)
    say("terms.endAfter", `It is above the grace of ${grace} days`);
}

function checkEvent({ boughtAt, kind, seats, courses }: Order, event: OrderEvent, say: Say): void {
  if (instantIn(event.at) < instantIn(boughtAt)) say("at", "It lies before the purchase");
  const isSubscription = kind === "subscription";
  switch (event.type) {
    case "cancel-taken-back":
      if (!isSubscription) say("type", "Only a subscription has this");
      return;
    case "option-changed":
      if (!isSubscription) say("type", "Only a subscription has this");
      if (event.charge !== null && event.amount === undefined)
        say("amount", "Missing: what was charged");
      return;
    case "cancelled":
      if (event.when === "period-end" && !isSubscription)
        say("when", "Only a subscription has periods");
      return;
    case "refunded":
      checkRefunded(event, { isSubscription, seats, courses }, say);
      return;
  }
}

function checkRefunded(
  event: Extract<OrderEvent, { type: "refunded" }>,
  order: { isSubscription: boolean; seats: number; courses: Order["courses"] },
  say: Say,
): void {
  if (event.charge !== undefined) {
    for (const key of ["amount", "off", "course", "seats", "access"] as const)
      if (event[key] !== undefined)
        say(key, "What was charged beyond the parts is given back whole: nothing else stands here");
    return;
  }
  const { amount = 0, off = 0, course = null, seats = null, access } = event;
  if (amount === 0 && off === 0 && seats === null && access !== "ends")
    say("amount", "It gives nothing back, sets nothing off and ends nothing");
  if (order.isSubscription) {
    const reason = "A subscription has no parts ahead, single courses or seats to give back";
    if (off > 0) say("off", reason);
    if (course !== null) say("course", reason);
    if (seats !== null) say("seats", reason);
    return;
  }
  if (course !== null && order.seats > 1)
    say("course", "A single course is given back of an order of one seat");
  else if (course !== null && !order.courses.some(({ id }) => id === course))
    say("course", `"${course}" is no course of this order`);
  if (seats !== null && order.seats === 1) say("seats", "An order of one seat is given back whole");
  else if (seats !== null && course !== null)
    say("seats", "Give back either a course or seats, not both");
  if (seats !== null && access !== undefined)
    say("access", "Seats given back leave the others alone");
}
