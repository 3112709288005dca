/**
 * Another price for those who pay already: told a month before, paid from the first payment on its day or later, by
 * whoever has not left; codes that last are kept. The sums are worked out by hand.
 */
import type { AnnouncedPrices, ListingAnswer, OwnOrder } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { priceAnnouncer, priceTaker } from "../../src/sales/running/announced-prices";
import { orderRunner } from "../../src/sales/running/charge";
import { instant } from "../helpers/sample";
import { type Bought, type Selling, sellingSchool, TAX } from "../helpers/selling";

let school: Selling;
let now: Instant;
let listing = "";
const OPTIONS = (monthly: number) => [
  { id: "monthly", kind: "subscription", amount: monthly, every: "P1M", default: true },
  { id: "yearly", kind: "subscription", amount: 15_000, every: "P1Y" },
];
const CODES = [
  { code: "FOREVER", percent: 20, periods: null },
  { code: "HALF", percent: 50, periods: 3 },
];
beforeEach(async () => {
  now = instant("2027-03-01T10:00:00Z");
  school = await sellingSchool(() => now);
  listing = await school.onSale("Month by month", { options: OPTIONS(1500), codes: CODES });
});
afterEach(() => school.owned.test_.close());

const L = () => `/schools/one/listings/${listing}`;
async function priced(
  monthly: number,
  title = "Month by month",
  codes: object[] = CODES,
): Promise<number> {
  const { number } = await school.owned.ask<ListingAnswer>("GET", L());
  const offer = {
    title,
    courses: [{ id: "c" }],
    options: OPTIONS(monthly),
    tax: TAX,
    codes,
  };
  await school.owned.ask("PUT", L(), { number, offer, state: "on-sale" });
  return number + 1;
}
const announce = (from: string | null, number: number, status = 200, option = "monthly") =>
  school.owned.ask<AnnouncedPrices>(
    "POST",
    `${L()}/announced-prices`,
    { option, from, number },
    status,
  );
const see = () => school.owned.ask<AnnouncedPrices>("GET", `${L()}/announced-prices`);
const buys = (name: string, dueNow: number, more: object = {}) =>
  school.bought(name, listing, {
    option: "monthly",
    seen: { total: dueNow, dueNow },
    ...more,
  });
/** What the job of an order does at an instant. */
async function at(when: string, bought: Bought): Promise<OwnOrder> {
  now = instant(when);
  await orderRunner({
    db: school.owned.test_.db,
    payments: school.till.payments,
    baseUrl: "https://x",
    now: () => now,
  })(school.owned.school, bought.order);
  await school.owned.app.workOff();
  return school.own(bought);
}
const lettersTo = (name: string) =>
  school.owned.app.mails.filter(
    ({ to, subject }) => to.startsWith(name.toLowerCase()) && subject.includes("instead of"),
  );
/** Her order so many times more, each somebody else's: more than are told in one go. */
const copied = ({ order }: Bought, times: number) =>
  school.owned.test_.db.withSchool(school.owned.school, async (tx) => {
    const row = await tx
      .selectFrom("sales_order")
      .selectAll()
      .where("id", "=", order)
      .executeTakeFirstOrThrow();
    const events = await tx
      .selectFrom("order_event")
      .selectAll()
      .where("order_id", "=", order)
      .execute();
    const whole = (value: unknown) => value && JSON.stringify(value);
    for (let i = 0; i < times; i++) {
      const id = `${order}-${i}`;
      const own = { id, key: `copy ${id}`, name: `P${i}`, email: `p${i}@example.org` };
      const kept = Object.fromEntries(
        Object.entries({ ...row, ...own, account_id: null, receipt_number: 1000 + i }).map(
          ([column, value]) => [
            column,
            typeof value === "object" && !Array.isArray(value) ? whole(value) : value,
          ],
        ),
      );
      await tx
        .insertInto("sales_order")
        .values(kept as never)
        .execute();
      for (const event of events)
        await tx
          .insertInto("order_event")
          .values({
            ...event,
            order_id: id,
            charge: event.charge && `${event.charge}-${i}`,
            data: whole(event.data),
          } as never)
          .execute();
    }
  });
const amounts = ({ running }: OwnOrder) => running?.parts.map(({ due, amount }) => [due, amount]);

test("told a month before, and paid from the first payment on its day or later", async () => {
  const ada = await buys("Ada", 1500);
  expect((await see()).ways.map(({ others }) => others)).toEqual([false, false]);
  const number = await priced(1800);
  expect((await see()).ways.map(({ others }) => others)).toEqual([true, false]);
  expect(await see()).toMatchObject({
    earliest: "2027-03-31",
    ways: [
      { option: "monthly", amount: 1800, inside: 1, announced: null },
      { option: "yearly", inside: 0 },
    ],
  });
  await announce("2027-03-30", number, 422);
  await announce("2028-05-01", number, 422);
  await announce("2027-04-15", number - 1, 409);
  await announce("2027-04-15", number, 404, "weekly");
  const { ways } = await announce("2027-04-15", number);
  expect(ways[0]).toMatchObject({ announced: { from: "2027-04-15", isThis: true } });
  // The same press again is the same announcement.
  await announce("2027-04-15", number);
  await school.owned.app.workOff();
  // Nor is it another where something else of the listing has changed.
  const next = await priced(1800, "Month after month");
  const { ways: same } = await announce("2027-04-15", next);
  expect(same[0]).toMatchObject({ announced: { isThis: true } });
  await school.owned.app.workOff();
  expect(lettersTo("Ada")).toHaveLength(1);
  const [letter] = lettersTo("Ada");
  expect(letter?.subject).toBe("€18.00 instead of €15.00: Month by month");
  expect(letter?.text).toContain(
    "From Thu 15 Apr 2027 on, “Month by month” costs you €18.00 every month instead of €15.00.",
  );
  expect(letter?.text).toContain("Your first payment at that price is due on Sat 1 May 2027");
  const told = await school.own(ada);
  expect(told.running?.announced).toEqual({ from: "2027-04-15", amount: 1800 });
  // The payment before its day is the old one.
  const april = await at("2027-04-01T06:00:00Z", ada);
  expect(amounts(april)).toEqual([
    ["2027-03-01", 1500],
    ["2027-04-01", 1500],
    ["2027-05-01", 1800],
  ]);
  expect(april.running?.announced).toBeNull();
  const may = await at("2027-05-01T06:00:00Z", ada);
  expect(amounts(may)?.slice(-2)).toEqual([
    ["2027-05-01", 1800],
    ["2027-06-01", 1800],
  ]);
  const charged = school.till.asked.filter(({ reference }) => reference.includes(ada.order));
  expect(charged.map(({ amount }) => amount)).toEqual([1500, 1800]);
  expect((await school.order(ada)).documents.map(({ amount, tax }) => [amount, tax])).toEqual([
    [1500, 280],
    [1500, 280],
    [1800, 337],
  ]);
  // Whoever came later pays it from the beginning, and was told nothing.
  now = instant("2027-05-02T10:00:00Z");
  await buys("Ben", 1800);
  await school.owned.app.workOff();
  expect(lettersTo("Ben")).toEqual([]);
});

test("whoever has a code that lasts keeps it, and the rest of one for some periods", async () => {
  const ada = await buys("Ada", 1200, { codes: ["FOREVER"] });
  const ben = await buys("Ben", 750, { codes: ["HALF"] });
  const number = await priced(1800);
  await announce("2027-04-20", number);
  await school.owned.app.workOff();
  expect(lettersTo("Ada").map(({ subject }) => subject)).toEqual([
    "€14.40 instead of €12.00: Month by month",
  ]);
  await at("2027-04-01T06:00:00Z", ada);
  expect(amounts(await at("2027-05-01T06:00:00Z", ada))).toEqual([
    ["2027-03-01", 1200],
    ["2027-04-01", 1200],
    ["2027-05-01", 1440],
    ["2027-06-01", 1440],
  ]);
  // Half for three periods: two are over when it comes to hold, the third is half of the new price.
  await at("2027-04-01T06:00:00Z", ben);
  await at("2027-05-01T06:00:00Z", ben);
  expect(amounts(await at("2027-06-01T06:00:00Z", ben))).toEqual([
    ["2027-03-01", 750],
    ["2027-04-01", 750],
    ["2027-05-01", 900],
    ["2027-06-01", 1800],
    ["2027-07-01", 1800],
  ]);
});

test("a second price is worked out by the same code, and the rest of one is what is left", async () => {
  const codes = [...CODES, { code: "LONG", percent: 50, periods: 8 }];
  const number = await priced(1500, "Month by month", codes);
  expect(number).toBeGreaterThan(1);
  const ada = await buys("Ada", 1200, { codes: ["FOREVER"] });
  const ben = await buys("Ben", 750, { codes: ["LONG"] });
  await announce("2027-04-20", await priced(1800, "Month by month", codes));
  await school.owned.app.workOff();
  for (const month of ["04", "05", "06"])
    for (const one of [ada, ben]) await at(`2027-${month}-01T06:00:00Z`, one);
  await announce("2027-07-15", await priced(2000, "Month by month", codes));
  await school.owned.app.workOff();
  expect(lettersTo("Ada").map(({ subject }) => subject)).toEqual([
    "€14.40 instead of €12.00: Month by month",
    "€16.00 instead of €14.40: Month by month",
  ]);
  for (const month of ["07", "08", "09", "10", "11"])
    for (const one of [ada, ben]) await at(`2027-${month}-01T06:00:00Z`, one);
  const paid = (order: OwnOrder) => amounts(order)?.map(([, amount]) => amount);
  expect(paid(await school.own(ada))).toEqual([
    ...[1200, 1200, 1440, 1440, 1440, 1600, 1600, 1600, 1600, 1600],
  ]);
  // Eight at half: two of 15, three of 18, three of 20; then the whole.
  expect(paid(await school.own(ben))).toEqual([
    ...[750, 750, 900, 900, 900, 1000, 1000, 1000, 2000, 2000],
  ]);
});

test("whoever cancels pays nothing more, and going on after all is at the price that was announced", async () => {
  const ada = await buys("Ada", 1500);
  const number = await priced(1800);
  await announce("2027-04-15", number);
  await school.owned.app.workOff();
  const path = `/schools/one/orders/${ada.order}`;
  const press = (what: string) =>
    school.owned.app.ask(null, "POST", `${path}/${what}`, { secret: ada.secret });
  expect((await press("cancelled")).status).toBe(200);
  expect(amounts(await at("2027-03-20T06:00:00Z", ada))).toEqual([["2027-03-01", 1500]]);
  expect((await press("cancel-taken-back")).status).toBe(200);
  const april = await at("2027-04-01T06:00:00Z", ada);
  expect(amounts(april)?.at(-1)).toEqual(["2027-05-01", 1800]);
});

test("taken back, whoever was told and has not paid it yet is written to once, and goes on as before", async () => {
  const ada = await buys("Ada", 1500);
  const ben = await buys("Ben", 1500);
  const gone = await buys("Cleo", 1500);
  const number = await priced(1800);
  await announce("2027-04-15", number);
  await school.owned.app.workOff();
  await school.owned.app.ask(null, "POST", `/schools/one/orders/${gone.order}/cancelled`, {
    secret: gone.secret,
  });
  // Ben's payment at the new price is the next that comes, and stands so: he has not paid it.
  await at("2027-04-01T06:00:00Z", ben);
  const { ways } = await announce(null, number);
  expect(ways[0]).toMatchObject({ announced: null, others: true });
  await announce(null, number);
  await announce(null, number - 1, 409);
  await school.owned.app.workOff();
  const stays = (name: string) =>
    school.owned.app.mails.filter(
      ({ to, subject }) => to.startsWith(name.toLowerCase()) && subject.startsWith("It stays"),
    );
  expect(["Ada", "Ben", "Cleo"].map((name) => stays(name).length)).toEqual([1, 1, 0]);
  expect(amounts(await school.own(ben))?.at(-1)).toEqual(["2027-05-01", 1500]);
  expect(stays("Ada")[0]?.text).toContain(
    "“Month by month” goes on costing you €15.00 every month. The change to €18.00",
  );
  expect((await school.order(ada)).events.map(({ kind }) => kind)).toContain("price-taken-back");
  await at("2027-04-01T06:00:00Z", ada);
  expect(amounts(await at("2027-05-01T06:00:00Z", ada))?.at(-1)).toEqual(["2027-06-01", 1500]);
  expect(amounts(await at("2027-05-01T06:00:00Z", ben))?.slice(-2)).toEqual([
    ["2027-05-01", 1500],
    ["2027-06-01", 1500],
  ]);
  // Announced once more, from the same day or another: it is a new one.
  await announce("2027-06-15", number);
  await school.owned.app.workOff();
  expect((await school.own(ada)).running?.announced).toEqual({ from: "2027-06-15", amount: 1800 });
  expect(lettersTo("Ada")).toHaveLength(2);
  // Whoever has paid it goes on paying it, and whoever owes it does.
  for (const month of ["06", "07"]) await at(`2027-${month}-01T06:00:00Z`, ada);
  await at("2027-06-01T06:00:00Z", ben);
  now = instant("2027-07-02T10:00:00Z");
  await announce(null, number);
  await school.owned.app.workOff();
  expect(["Ada", "Ben"].map((name) => stays(name).length)).toEqual([1, 1]);
  expect(amounts(await school.own(ada))?.slice(-2)).toEqual([
    ["2027-07-01", 1800],
    ["2027-08-01", 1800],
  ]);
});

test("a code for some periods is kept for those that are left, taken up and taken back", async () => {
  const ben = await buys("Ben", 750, { codes: ["HALF"] });
  const number = await priced(1800);
  await announce("2027-04-15", number);
  await school.owned.app.workOff();
  const taken = await at("2027-04-01T06:00:00Z", ben);
  expect(amounts(taken)?.at(-1)).toEqual(["2027-05-01", 900]);
  await announce(null, number);
  await school.owned.app.workOff();
  for (const month of ["05", "06"]) await at(`2027-${month}-01T06:00:00Z`, ben);
  // Half for three periods, and no more.
  expect(amounts(await school.own(ben))?.map(([, amount]) => amount)).toEqual([
    750, 750, 750, 1500, 1500,
  ]);
});

test("what is announced anew while it is taken back stays announced", async () => {
  const ada = await buys("Ada", 1500);
  const number = await priced(1800);
  await announce("2027-04-15", number);
  await school.owned.app.workOff();
  const { db } = school.owned.test_;
  // Taken back and announced anew, and only then the jobs.
  await announce(null, number);
  await announce("2027-04-15", number);
  await school.owned.app.workOff();
  const take = priceTaker({ db, baseUrl: "https://x", now: () => now });
  await take(school.owned.school, listing, "monthly", "");
  await school.owned.app.workOff();
  expect((await school.own(ada)).running?.announced).toEqual({ from: "2027-04-15", amount: 1800 });
});

test("what is unpaid is paid first; the price comes with the period after", async () => {
  const ada = await buys("Ada", 1500);
  const number = await priced(1800);
  await announce("2027-04-15", number);
  await school.owned.app.workOff();
  school.till.become("refused");
  await at("2027-04-01T06:00:00Z", ada);
  // Still the old one: nothing comes over somebody who owes.
  const owes = await at("2027-04-02T06:00:00Z", ada);
  expect(owes.running).toMatchObject({ open: 1500, announced: { amount: 1800 } });
  school.till.become("paid");
  const paid = await at("2027-04-05T06:00:00Z", ada);
  expect(paid.running).toMatchObject({ open: 0, announced: null });
  expect(amounts(paid)?.at(-1)).toEqual(["2027-05-01", 1800]);
});

test("three score are told once each, also where the job is done again; who pays as much is not", async () => {
  const first = await buys("Ada", 1500);
  const yearly = await school.bought("Yara", listing, {
    option: "yearly",
    seen: { total: 15_000, dueNow: 15_000 },
  });
  await copied(first, 60);
  const number = await priced(1300);
  await announce("2027-04-15", number);
  await school.owned.app.workOff();
  const told = () =>
    school.owned.app.mails.filter(({ subject }) => subject.includes("instead of")).length;
  expect(told()).toBe(61);
  expect((await school.own(yearly)).running?.announced).toBeNull();
  const [announced] = await school.owned.test_.db.readSchool(school.owned.school, (tx) =>
    tx.selectFrom("announced_price").select("id").execute(),
  );
  const again = priceAnnouncer({ db: school.owned.test_.db, baseUrl: "https://x", now: () => now });
  await again(school.owned.school, announced?.id ?? "", "");
  await school.owned.app.workOff();
  expect(told()).toBe(61);
  // Put back before it held: it is announced anew, and what they pay already is announced to nobody.
  const before = await priced(1500);
  await announce("2027-04-15", before);
  await school.owned.app.workOff();
  expect(told()).toBe(61);
  expect((await school.own(first)).running?.announced).toBeNull();
});
