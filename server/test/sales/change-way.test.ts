/**
 * A subscription changed to another way to pay: seen before it is done, at once or at the period's end; charged once,
 * whoever asks how often, and put on record with what it changes. The sums are the core's (change-ahead.test).
 */
import type { Order, OwnOrder, WayChanges } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { wayChanger } from "../../src/sales/running/change-way";
import { instant } from "../helpers/sample";
import { type Bought, type Selling, sellingSchool } from "../helpers/selling";

let school: Selling;
let now: Instant;
let listing = "";
beforeAll(async () => {
  now = instant("2027-03-01T10:00:00Z");
  school = await sellingSchool(() => now);
  listing = await school.onSale("Month by month", {
    options: [
      { id: "monthly", kind: "subscription", amount: 3000, every: "P1M", default: true },
      { id: "yearly", kind: "subscription", amount: 30_000, every: "P1Y" },
      { id: "weekly", kind: "subscription", amount: 900, every: "P1W" },
    ],
  });
});
beforeEach(() => {
  now = instant("2027-03-01T10:00:00Z");
  school.till.become("paid");
  school.till.silence(false);
});
afterAll(() => school.owned.test_.close());

async function subscribed(name: string): Promise<Bought> {
  const bought = await school.bought(name, listing, {
    option: "monthly",
    seen: { total: 3000, dueNow: 3000 },
  });
  now = instant("2027-03-11T10:00:00Z");
  return bought;
}
const pathOf = ({ order }: Bought) => `/schools/one/orders/${order}/way`;
const see = async (bought: Bought) =>
  (await (
    await school.owned.app.ask(null, "GET", `${pathOf(bought)}?secret=${bought.secret}`)
  ).json()) as WayChanges;
async function change<T = OwnOrder>(bought: Bought, wanted: object, status = 200): Promise<T> {
  const response = await school.owned.app.ask(null, "POST", pathOf(bought), {
    secret: bought.secret,
    option: "yearly",
    when: "now",
    seen: { amount: 27_968 },
    ...wanted,
  });
  const text = await response.text();
  if (response.status !== status) throw new Error(`${response.status}: ${text}`);
  return JSON.parse(text) as T;
}
const chargesOf = ({ order }: Bought) =>
  school.till.asked.filter(({ reference }) => reference.includes(order));
const orderOf = (bought: Bought) => school.order(bought);
const parts = ({ running }: OwnOrder) =>
  running?.parts.map(({ due, amount, state }) => [due, amount, state]);
const job = (bought: Bought) =>
  wayChanger({
    db: school.owned.test_.db,
    payments: school.till.payments,
    baseUrl: "https://x",
    now: () => now,
  })(school.owned.school, bought.order);

test("what each other way would come to is seen, and changes nothing", async () => {
  const bought = await subscribed("Ada");
  const { ways, fault } = await see(bought);
  expect(fault).toBeNull();
  expect(ways).toEqual([
    {
      option: "yearly",
      every: "P1Y",
      amount: 30_000,
      now: {
        credit: { amount: 2032, tax: 380 },
        asks: { amount: 27_968, tax: 5230 },
        next: "2028-03-11",
      },
      atEnd: { on: "2027-04-01", price: { amount: 30_000, tax: 5610 } },
    },
    {
      option: "weekly",
      every: "P1W",
      amount: 900,
      // What is left is worth more than a week.
      now: null,
      atEnd: { on: "2027-04-01", price: { amount: 900, tax: 168 } },
    },
  ]);
  expect(chargesOf(bought)).toEqual([]);
  expect((await school.owned.app.ask(null, "GET", `${pathOf(bought)}?secret=x`)).status).toBe(404);
});

test("at once: charged once to the card on file, invoiced, told, and the new period runs from today", async () => {
  const bought = await subscribed("Ben");
  const answers = await Promise.allSettled([change(bought, {}), change(bought, {})]);
  const done = answers.find(({ status }) => status === "fulfilled");
  expect(answers.filter(({ status }) => status === "rejected")).toHaveLength(1);
  const order = (done as PromiseFulfilledResult<OwnOrder>).value;
  expect(order.running).toMatchObject({
    option: "yearly",
    changing: false,
    paidThrough: "2028-03-10",
  });
  expect(parts(order)).toEqual([
    ["2027-03-01", 3000, "paid"],
    ["2027-03-11", 27_968, "paid"],
    ["2028-03-11", 30_000, "ahead"],
  ]);
  expect(chargesOf(bought).map(({ amount }) => amount)).toEqual([27_968]);
  expect((await orderOf(bought)).documents).toMatchObject([
    { amount: 3000 },
    { amount: 27_968, tax: 5230 },
  ]);
  // The till tells of the same charge by a message as well, and the job asks once more: nothing comes twice.
  const [charge] = (await orderOf(bought)).events.filter(({ kind }) => kind === "option-changed");
  await school.tell(bought.order, "paid", charge?.charge ?? "");
  await job(bought);
  expect(chargesOf(bought)).toHaveLength(1);
  expect((await orderOf(bought)).running?.standing).toBe("running");
  await school.owned.app.workOff();
  const mail = school.owned.app.mails.find(({ subject }) => subject === "Changed: Month by month");
  expect(mail?.text).toContain("€279.68 was charged");
  const told = school.owned.app.mails.filter(({ to }) => to === "ben@example.org");
  expect(told.filter(({ subject }) => /Changed|279/.test(subject))).toHaveLength(1);
  // From there the only other ways are the others.
  expect((await see(bought)).ways.map(({ option }) => option)).toEqual(["monthly", "weekly"]);
});

test("at the period's end nothing is charged, and the next period is of the new way", async () => {
  const bought = await subscribed("Cem");
  const order = await change(bought, { option: "weekly", when: "period-end", seen: { amount: 0 } });
  expect(parts(order)).toEqual([
    ["2027-03-01", 3000, "paid"],
    ["2027-04-01", 900, "ahead"],
  ]);
  expect(chargesOf(bought)).toEqual([]);
});

test("a card that is refused changes nothing, and it is said", async () => {
  const bought = await subscribed("Dov");
  school.till.become("refused");
  const order = await change(bought, {});
  expect(order.running).toMatchObject({ option: "monthly", changing: false, changeFailed: true });
  expect(parts(order)?.at(-1)).toEqual(["2027-04-01", 3000, "ahead"]);
  // The next press is another attempt.
  school.till.become("paid");
  expect((await change(bought, {})).running).toMatchObject({
    option: "yearly",
    changeFailed: false,
  });
});

test("a till that is silent is asked again by a job, by the same key; until then nothing else is changed", async () => {
  const bought = await subscribed("Eli");
  school.till.silence(true);
  expect((await change(bought, {})).running).toMatchObject({ changing: true, option: "monthly" });
  expect((await change<{ detail: string }>(bought, {}, 409)).detail).toContain("already");
  school.till.silence(false);
  await Promise.all([job(bought), job(bought)]);
  expect((await school.own(bought)).running).toMatchObject({ changing: false, option: "yearly" });
  expect(chargesOf(bought)).toHaveLength(1);
});

test("charged on the next day it came to another sum: it goes back, is seen by staff, and the buyer is told", async () => {
  const bought = await subscribed("Kim");
  school.till.silence(true);
  await change(bought, {});
  school.till.silence(false);
  now = instant("2027-03-12T10:00:00Z");
  await job(bought);
  const order = await orderOf(bought);
  expect(order.running).toMatchObject({ option: "monthly", changing: false });
  expect(order.documents).toHaveLength(1);
  expect(order.events.at(-1)).toMatchObject({ kind: "excess", amount: 27_968 });
  await school.owned.app.workOff();
  const told = school.owned.app.mails.filter(({ to }) => to === "kim@example.org");
  expect(told.at(-1)?.subject).toBe("Not changed: Month by month");
  const { orders } = await school.owned.ask<{ orders: Order[] }>(
    "GET",
    "/schools/one/orders?excess=true",
  );
  expect(orders.map(({ id }) => id)).toContain(bought.order);
});

test("another sum than was seen, a cancelled one and one that is unpaid are refused with the reason", async () => {
  const bought = await subscribed("Fay");
  expect((await change<{ detail: string }>(bought, { seen: { amount: 1 } }, 409)).detail).toContain(
    "It comes to €279.68 by now",
  );
  expect(
    (await change<{ detail: string }>(bought, { option: "weekly", seen: { amount: 0 } }, 409))
      .detail,
  ).toContain("worth more");
  await change(bought, { option: "monthly", seen: { amount: 0 } }, 409);
  await school.owned.app.ask(null, "POST", `/schools/one/orders/${bought.order}/cancelled`, {
    secret: bought.secret,
  });
  expect(await see(bought)).toMatchObject({
    ways: [],
    fault: expect.stringContaining("cancelled"),
  });
  const late = await subscribed("Gil");
  now = instant("2027-04-11T10:00:00Z");
  expect(await see(late)).toMatchObject({ ways: [], fault: expect.stringContaining("unpaid") });
  // What is bought at once is no subscription.
  const once = await school.onSale("At once");
  const other = await school.bought("Hal", once);
  expect((await see(other)).fault).toContain("no subscription");
});
