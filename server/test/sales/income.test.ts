/** Income of the orders of a school: as the core has it from the same orders, adding up to the cent. */
import type { Income, IncomeOrders } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { expectIncome } from "../helpers/income";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { ONCE, type Selling, sellingSchool, somebody } from "../helpers/selling";

let selling: Selling;
let now: Instant = instant("2027-03-10T12:00:00Z");
const orders: string[] = [];
beforeAll(async () => {
  selling = await sellingSchool(() => now);
});
afterAll(() => selling.owned.test_.close());

const income = (query = "") => selling.owned.ask<Income>("GET", `/schools/one/income${query}`);
const three = { id: "three", kind: "installments", amount: 20_100, count: 3, every: "P1M" };

test("before anything is bought there is nothing, and it says of how many orders", async () => {
  const answer = await income();
  expect(answer).toMatchObject({ orders: 0, rows: [], currency: "EUR", thisMonth: "2027-03" });
  expect(answer.months).toHaveLength(18);
  expect(answer.months.every(({ received, due }) => received === 0 && due === 0)).toBe(true);
});

test("what was paid at once and in parts stands in its months, net of tax, as the core has it", async () => {
  const listing = await selling.onSale("Bread & more", { options: [ONCE, three] });
  for (const [i, wanted] of [
    somebody("Ines"),
    { ...somebody("Noa"), option: "three", seen: { total: 20_100, dueNow: 6_700 } },
  ].entries()) {
    const bought = await selling.press(null, listing, wanted);
    await selling.tell(bought.order, "paid", `ch-${i}`);
    orders.push(bought.order);
  }
  // Whoever has not paid has bought nothing yet.
  await selling.press(null, listing, somebody("Uri"));
  now = instant("2027-03-20T12:00:00Z");
  const answer = await expectIncome(selling, now, "2027-03", "2027-06");
  expect(answer.orders).toBe(2);
  // 199.00 and a part of 67.00, with 23 % of tax in them: published rates of VAT, from memory.
  const [march, april] = answer.months;
  expect(march?.received).toBe(16_179 + 5_447);
  expect((march?.received ?? 0) + (march?.tax ?? 0)).toBe(19_900 + 6_700);
  expect((april?.due ?? 0) + (april?.dueTax ?? 0)).toBe(6_700);
});

test("received less earned is deferred at each month's end, and the rows come to the whole", async () => {
  const { months, rows } = await income("?from=2027-03&to=2027-09");
  let [received, earned] = [0, 0];
  for (const [i, month] of months.entries()) {
    received += month.received;
    earned += month.earned;
    expect(month.deferred).toBe(received - earned);
    for (const figure of ["received", "earned", "due", "deferred"] as const)
      expect(rows.reduce((sum, row) => sum + (row.months[i]?.[figure] ?? 0), 0)).toBe(
        month[figure],
      );
  }
  expect(rows.map(({ listing, course }) => [listing.title, course.title])).toEqual([
    ["Bread & more", "Bread & more"],
  ]);
});

test("behind each figure stand orders that come to it, to the unit, of all and of each part", async () => {
  const { months, rows } = await income("?from=2027-03&to=2027-06");
  const FIGURES = ["received", "due", "earned", "deferred"] as const;
  const behind = async (query: string) => {
    const found: IncomeOrders["orders"] = [];
    for (let after = ""; ; ) {
      const page = await selling.owned.ask<IncomeOrders>(
        "GET",
        `/schools/one/income/orders?${query}&most=1${after && `&after=${encodeURIComponent(after)}`}`,
      );
      found.push(...page.orders);
      if (page.next === null) return found;
      after = page.next;
    }
  };
  for (const [i, month] of months.entries()) {
    const all = await behind(`month=${month.month}`);
    for (const figure of FIGURES)
      expect(all.reduce((sum, one) => sum + one[figure], 0)).toBe(month[figure]);
    expect(new Set(all.map(({ order }) => order)).size).toBe(all.length);
    for (const { listing, months: own } of rows) {
      const part = await behind(`month=${month.month}&by=listing&of=${listing.id}`);
      expect(part.reduce((sum, one) => sum + one.earned, 0)).toBe(own[i]?.earned);
    }
  }
  expect(await behind("month=2027-03&by=listing&of=nothing")).toEqual([]);
  expect((await behind("month=2027-03&by=cohort&of=")).length).toBe(2);
  for (const query of [
    "month=2027-13",
    "month=x",
    "month=2027-03&by=buyer",
    "month=2027-03&after=x",
  ])
    expect(
      (await selling.owned.app.ask(OWNER, "GET", `/schools/one/income/orders?${query}`)).status,
    ).toBe(400);
});

test("months that cannot be are refused", async () => {
  for (const query of ["?from=2027-13", "?from=2027-06&to=2027-03", "?from=2020-01&to=2027-03"])
    expect((await selling.owned.app.ask(OWNER, "GET", `/schools/one/income${query}`)).status).toBe(
      400,
    );
});
