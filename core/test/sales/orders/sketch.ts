/** Small orders for tests, always through the same border as a user's. */
import {
  incomeOf,
  type Order,
  orderAt,
  parseMonth,
  parseOrder,
  parseOrders,
  type Refund,
  type RefundAsked,
  refundAt,
} from "../../../src/sales/orders";
import { instant } from "../../helpers";

type Loose = Record<string, unknown>;

/** An order of one course in Lisbon, paid at once, with the terms of orders.md. */
export function looseOrder(over: Loose = {}): Loose {
  return {
    dawnGateOrder: 1,
    id: "o1",
    listing: "s1",
    timeZone: "Europe/Lisbon",
    currency: "EUR",
    kind: "once",
    boughtAt: "2027-03-15T11:00:00Z",
    seats: 1,
    courses: [courseOf("c1", 9900)],
    quote: { total: 12_000, tax: 2244, schedule: [part("2027-03-15", 12_000, 2244)] },
    series: null,
    terms: termsOf(),
    supply: "content",
    buyer: { country: "PT", company: false },
    events: [],
    ...over,
  };
}

export const termsOf = (over: Loose = {}) => ({
  chargeHour: "06:00",
  retry: [1, 3, 7],
  grace: 3,
  endAfter: 30,
  refund: [{ kind: "full", days: 14, progress: 20 }, { kind: "unused" }],
  foreverMonths: 12,
  ...over,
});

export const courseOf = (id: string, single: number, over: Loose = {}) => ({
  id,
  single,
  access: { from: "2027-03-15", through: "2027-06-12" },
  ...over,
});

export const part = (due: string, amount: number, tax: number) => ({ due, amount, tax });

/** Equal parts on these days, with what is left over on the first. */
export function partsOn(total: number, tax: number, days: readonly string[]): Loose {
  const falls = (sum: number, i: number) =>
    Math.floor(sum / days.length) + (i < sum % days.length ? 1 : 0);
  const schedule = days.map((due, i) => part(due, falls(total, i), falls(tax, i)));
  return { total, tax, schedule };
}

export function subscription(over: Loose = {}, series: Loose = {}): Loose {
  return looseOrder({
    kind: "subscription",
    quote: null,
    series: { first: "2027-03-15", every: "P1M", amount: 3000, tax: 561, ...series },
    ...over,
  });
}

export const charged = (at: string, charge: string, part: number, amount: number) => ({
  type: "charged",
  at,
  charge,
  part,
  amount,
});
export const failed = (at: string, charge: string, part: number) => ({
  type: "failed",
  at,
  charge,
  part,
});

export function orderOf(loose: Loose): Order {
  const read = parseOrder(loose);
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.value;
}

export const at = (loose: Loose, when: string) => orderAt(orderOf(loose), instant(when));

export function refundOf(
  loose: Loose,
  when: string,
  asked: Partial<RefundAsked> = {},
): Partial<Refund & { refused: string[]; why: unknown }> {
  const answer = refundAt(orderOf(loose), { policy: "terms", ...asked, at: instant(when) });
  if (!answer.ok) return { refused: answer.faults.map(({ path }) => path) };
  return { ...answer.value, why: answer.why };
}

export function faultsOf(loose: Loose): string[] {
  const read = parseOrder(loose);
  return read.ok ? [] : read.faults.map(({ path }) => path);
}

export function income(orders: Loose[], over: { at: string; from: string; to: string }) {
  const read = parseOrders({
    dawnGateOrders: 1,
    at: over.at,
    timeZone: "Europe/Lisbon",
    currency: "EUR",
    series: { invoice: "A", creditNote: "C" },
    orders,
  });
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  const answer = incomeOf(
    read.value,
    parseMonth(over.from) as number,
    parseMonth(over.to) as number,
  );
  if (!answer.ok) throw new Error(JSON.stringify(answer.faults));
  return answer.value;
}
