/**
 * Income of up to 200,000 orders over 36 months, made one after the other as from a database: seconds, growth and
 * memory. Ratios of one run: `npm run bench:income`.
 */
import { IncomeBook, type Order, parseMonth, parseOrder } from "@dawngate/core/sales/orders";
import {
  formatDate,
  formatInstant,
  type Instant,
  type LocalDate,
  parseInstant,
} from "@dawngate/core/time";

const terms = {
  chargeHour: "06:00",
  retry: [1, 3, 7],
  grace: 3,
  endAfter: 30,
  refund: [],
  foreverMonths: 12,
};
const base = { dawnGateOrder: 1, timeZone: "Europe/Lisbon", currency: "EUR", seats: 1, terms };
const rest = { supply: "content", buyer: { country: "PT", company: false } };
const DAY = 86_400_000;
const START = Date.UTC(2027, 0, 4, 11);
const day = (ms: number) => formatDate(Math.floor(ms / DAY) as LocalDate);
const instant = (ms: number) => formatInstant(ms as Instant);

/** The i-th order: paid at once, in three parts of which some fail, or month by month; some give back. */
function orderOf(i: number): Order {
  const bought = START + ((i * 7919) % 700) * DAY;
  const kind = i % 3;
  const common = {
    ...base,
    ...rest,
    id: `o${i}`,
    listing: `s${i % 40}`,
    boughtAt: instant(bought),
    courses: [
      {
        id: `c${i % 40}`,
        single: 9900,
        access: { from: day(bought), through: kind === 2 ? null : day(bought + 179 * DAY) },
      },
    ],
  };
  const charged = (part: number, at: number, amount: number) => ({
    type: "charged",
    at: instant(at + 1000),
    charge: `c${part}`,
    part,
    amount,
  });
  const days = [bought, bought + 30 * DAY, bought + 60 * DAY];
  const read = parseOrder(
    kind === 2
      ? {
          ...common,
          kind: "subscription",
          series: { first: day(bought), every: "P30D", amount: 1500, tax: 280 },
          events: Array.from({ length: 12 }, (_, k) => charged(k + 1, bought + k * 30 * DAY, 1500)),
        }
      : {
          ...common,
          kind: "installments",
          quote: {
            total: 20_100,
            tax: 3759,
            schedule: days.map((at) => ({ due: day(at), amount: 6700, tax: 1253 })),
          },
          events: [
            ...days.slice(0, 1 + (i % 3)).map((at, k) => charged(k + 1, at, 6700)),
            ...(i % 10 === 0
              ? [{ type: "refunded", at: instant(bought + 9 * DAY), refund: "r", amount: 900 }]
              : []),
          ],
        },
  );
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.value;
}

const month = (text: string) => parseMonth(text) as number;
const now = parseInstant("2029-12-15T00:00:00Z");
if (!now.ok) throw new Error(now.reason);

/** Seconds of the book alone, without those of making and checking the orders. */
function booked(count: number): { papers: number; seconds: number; megabytes: number } {
  const of = { timeZone: "Europe/Lisbon", series: { invoice: "A", creditNote: "C" } };
  const book = new IncomeBook(
    now.ok ? now.value : (0 as Instant),
    month("2027-01"),
    month("2029-12"),
    of,
  );
  let spent = 0;
  let most = 0;
  for (let i = 0; i < count; i++) {
    const order = orderOf(i);
    const begun = performance.now();
    book.add(order);
    spent += performance.now() - begun;
    if (i % 5000 === 0) most = Math.max(most, process.memoryUsage().rss);
  }
  const begun = performance.now();
  book.close();
  let papers = 0;
  for (const _ of book.papers()) papers += 1;
  spent += performance.now() - begun;
  most = Math.max(most, process.memoryUsage().rss);
  return { papers, seconds: spent / 1000, megabytes: most / 1024 / 1024 };
}

booked(2000);
const found = [20_000, 50_000, 200_000].map((count) => ({ count, ...booked(count) }));
for (const { count, papers, seconds, megabytes } of found)
  console.log(
    `${count} orders, ${papers} documents: ${seconds.toFixed(2)} s, ${((seconds / count) * 1e6).toFixed(1)} us an order, ${megabytes.toFixed(0)} MB in all`,
  );
const [small, , large] = found as [(typeof found)[0], unknown, (typeof found)[0]];
console.log(
  `an order among 200,000 takes ${(large.seconds / large.count / (small.seconds / small.count)).toFixed(2)} times as long as among 20,000`,
);
