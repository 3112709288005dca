/** Tax by the buyer's place, from the school's rates to the receipt: what is seen is what is bought. */
import type { Offered, Order } from "@dawngate/contract/sales";
import { practiceNumbers } from "../../src/stand-ins/tax-numbers";
import { instant } from "../helpers/sample";
import { type Selling, sellingSchool, somebody } from "../helpers/selling";

let school: Selling;
let listing: string;
const RATES = [
  { country: "PT", kind: "electronic", rate: 2300, from: null },
  { country: "DE", kind: "electronic", rate: 1900, from: null },
];
beforeAll(async () => {
  school = await sellingSchool(() => instant("2027-03-10T12:00:00Z"));
  await school.owned.ask("PATCH", "/schools/one", {
    tax: { country: "PT", belowThreshold: false, rates: RATES },
  });
  // The worked example of the orders: 12300 with 23 % in it.
  const options = [{ id: "once", kind: "once", amount: 12_300, default: true }];
  listing = await school.onSale("By place", { options });
});
afterAll(() => school.owned.test_.close());

async function meet(query: string, status = 200): Promise<Offered> {
  const path = `/schools/one/offers/${listing}${query}`;
  const response = await school.owned.app.ask(null, "GET", path);
  expect(response.status).toBe(status);
  return (await response.json()) as Offered;
}

test("company, consumer, abroad: each sees its own price before it is asked for anything", async () => {
  const seen = async (query: string) => {
    const { tax, quote } = await meet(query);
    return [tax?.treatment, tax?.country, quote.total, quote.tax];
  };
  expect(await seen("")).toEqual(["domestic", "PT", 12_300, 2300]);
  expect(await seen("?country=DE")).toEqual(["destination", "DE", 12_300, 1964]);
  expect(await seen("?country=DE&taxNumber=DE%20123%20456%20789")).toEqual([
    "reverse-charge",
    "DE",
    10_000,
    0,
  ]);
  // Not registered: the price of everybody there.
  expect(await seen("?country=DE&taxNumber=DE123456000")).toEqual([
    "destination",
    "DE",
    12_300,
    1964,
  ]);
  expect(await seen("?country=US")).toEqual(["outside", "US", 12_300, 0]);
  expect(await meet("?country=FR", 422)).toMatchObject({
    errors: [{ path: "country", reason: expect.stringContaining("no rate of tax") }],
  });
  await meet("?country=Germany", 400);
});

test("what was seen is bought, stands with the order, and on its receipt", async () => {
  const company = { country: "DE", taxNumber: "DE123456789" };
  const seen = { total: 10_000, dueNow: 10_000 };
  // A price that is not this buyer's is not taken.
  await school.press(null, listing, { ...somebody("Anton"), country: "DE", seen }, 409);
  const bought = await school.press(null, listing, { ...somebody("Anton"), ...company, seen });
  await school.tell(bought.order, "paid", "ch-1");
  const order = await school.owned.ask<Order>("GET", `/schools/one/orders/${bought.order}`);
  expect(order.tax).toEqual({
    treatment: "reverse-charge",
    country: "DE",
    rate: 0,
    buyer: { country: "DE", company: true, number: "123456789", numberValid: true },
    evidence: [{ kind: "address", country: "DE" }],
  });
  expect(order.quote.lines.reduce((all, { amount }) => all + amount, 0)).toBe(10_000);
  // The school's rates change; the order does not.
  await school.owned.ask("PATCH", "/schools/one", { tax: null });
  expect(await school.own(bought)).toMatchObject({ tax: order.tax, quote: { total: 10_000 } });
  expect((await meet("?country=DE")).tax).toBeNull();
});

test("where a buyer is stands on the address they gave and, once it is paid, on their card's bank", async () => {
  await school.owned.ask("PATCH", "/schools/one", {
    tax: { country: "PT", belowThreshold: false, rates: RATES },
  });
  const seen = { total: 12_300, dueNow: 12_300 };
  const evidence = async (name: string, country: string | null) => {
    const { order } = await school.press(null, listing, { ...somebody(name), country: "DE", seen });
    const payment = school.till.made.find(({ reference }) => reference.includes(order));
    if (!payment) throw new Error("Nothing was made");
    const { body, headers } = school.till.says(
      payment,
      "paid",
      `ch-${order}`,
      new Date(),
      "card-1",
      country,
    );
    // Told twice is once.
    for (const _ of [1, 2])
      await school.owned.app.ask(null, "POST", "/payments/heard", body, headers);
    return (await school.owned.ask<Order>("GET", `/schools/one/orders/${order}`)).tax?.evidence;
  };
  const address = { kind: "address", country: "DE" };
  expect(await evidence("Berta", "DE")).toEqual([address, { kind: "card", country: "DE" }]);
  expect(await evidence("Carl", "PT")).toEqual([address, { kind: "card", country: "PT" }]);
  expect(await evidence("Dora", null)).toEqual([address]);
});

test("rates that do not go together are refused with their places", async () => {
  const response = await school.owned.app.ask("owner@example.org", "PATCH", "/schools/one", {
    tax: { country: "Portugal", rates: [{ country: "PT", kind: "electronic", rate: -1 }] },
  });
  expect(response.status).toBe(422);
  const { errors } = (await response.json()) as { errors: { path: string }[] };
  expect(errors.map(({ path }) => path)).toEqual(["tax.country", "tax.rates[0].rate"]);
});

test.each([
  ["DE", "DE 123.456.789", "valid"],
  ["GR", "EL123456789", "valid"],
  ["NL", "NL123456789B01", "valid"],
  ["DE", "12345", "invalid"],
  ["PT", "PT123456000", "invalid"],
  ["US", "123456789", "invalid"],
])("the practice register: %s %s is %s", async (country, number, answer) => {
  expect(await practiceNumbers().check(country, number)).toBe(answer);
});

test("terms from before supplies and teams were asked for are read as they were meant", async () => {
  const old = await school.onSale("From before");
  await school.owned.test_.db.withSchool(
    { school: school.owned.school, who: { kind: "system", id: "test", name: "test" } },
    async (tx) => {
      const row = await tx
        .selectFrom("listing_terms")
        .select(["terms", "number"])
        .where("listing_id", "=", old)
        .orderBy("number", "desc")
        .executeTakeFirstOrThrow();
      const { supply: _s, teams: _t, ...before } = row.terms;
      await tx
        .updateTable("listing_terms")
        .set({ terms: JSON.stringify(before) })
        .where("listing_id", "=", old)
        .where("number", "=", row.number)
        .execute();
    },
  );
  const { offer } = await school.owned.ask<{ offer: object }>(
    "GET",
    `/schools/one/listings/${old}`,
  );
  expect(offer).toMatchObject({ supply: "electronic", teams: false });
});
