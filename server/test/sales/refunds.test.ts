/**
 * Money that goes back: by the terms, by law, all of it, an amount; seen before it is done, done once, and on its way
 * with what is written. The sums are the core's (orders.md, "Refunds"; core/test/sales/orders).
 */
import type { Order, OwnOrder, RefundAnswer } from "@dawngate/contract/sales";
import type { Today } from "@dawngate/contract/today";
import type { Instant } from "@dawngate/core/time";
import { backPayer } from "../../src/sales/refunds/pay-back";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { type Bought, IN_THREE, type Selling, sellingSchool, somebody } from "../helpers/selling";

let school: Selling;
let now: Instant = instant("2027-03-08T11:00:00Z");
let presses = 0;
beforeAll(async () => {
  school = await sellingSchool(() => now);
});
beforeEach(() => {
  now = instant("2027-03-08T11:00:00Z");
});
afterAll(() => school.owned.test_.close());

async function paid(title: string, name: string, terms: object = {}, wanted: object = {}) {
  const listing = await school.onSale(title, terms);
  const bought = await school.press(null, listing, { ...somebody(name), ...wanted });
  await school.tell(bought.order, "paid", `ch-${bought.order}`);
  return bought;
}
const IN_THREE_PAID = { option: "three", seen: { total: 20_100, dueNow: 6700 } };

const see = ({ order }: Bought, query: string) =>
  school.owned.ask<RefundAnswer>("GET", `/schools/one/orders/${order}/refund?${query}`);
async function giveBack<T = Order>({ order }: Bought, wanted: object, status = 200): Promise<T> {
  presses += 1;
  const body = { key: `refund-press-${presses}`, ...wanted };
  const path = `/schools/one/orders/${order}/refunds`;
  const response = await school.owned.app.ask(OWNER, "POST", path, body);
  const text = await response.text();
  if (response.status !== status) throw new Error(`${response.status}: ${text}`);
  return JSON.parse(text) as T;
}
const backOf = ({ order }: Bought) =>
  school.till.back
    .filter(({ key }) => key.includes(order))
    .map(({ charge, amount }) => [charge, amount]);
const kinds = ({ events }: Order) => events.map(({ kind }) => kind);

test("within fourteen days the terms give all of it back: seen, done once, the access ends and the buyer is told", async () => {
  const bought = await paid("Back again", "Hana");
  const seen = await see(bought, "policy=terms");
  expect(seen).toMatchObject({ rule: "full", amount: 19_900, off: 0, access: "ends", fault: null });
  expect(backOf(bought)).toEqual([]);
  const press = { key: "the-same-press", policy: "terms", seen: { amount: 19_900, off: 0 } };
  const order = await giveBack(bought, press);
  await giveBack(bought, press);
  await school.owned.app.workOff();
  expect(backOf(bought)).toEqual([[`ch-${bought.order}`, 19_900]]);
  expect(kinds(order)).toEqual(["charged", "refunded"]);
  expect(order.standing).toBe("refunded");
  const after = await school.owned.ask<Order>("GET", `/schools/one/orders/${bought.order}`);
  expect(kinds(after)).toEqual(["charged", "refunded", "given-back"]);
  const mails = school.owned.app.mails.filter(
    ({ to, subject }) => to.startsWith("hana") && subject.includes("goes back to you"),
  );
  expect(mails).toHaveLength(1);
  const timeline = await school.owned.ask<{ access: { state: string } }>(
    "GET",
    `/schools/one/courses/c/timeline?enrollment=${after.enrollments[0]?.id}`,
  );
  expect(timeline.access.state).toBe("closed");
});

test("after fourteen days the terms give nothing; an amount of one's own leaves the access", async () => {
  const bought = await paid("Too late", "Ivo");
  now = instant("2027-03-23T11:00:00Z");
  expect(await see(bought, "policy=terms")).toMatchObject({ rule: "none", amount: 0 });
  await giveBack(bought, { policy: "terms", seen: { amount: 0, off: 0 } }, 409);
  expect(await see(bought, "policy=amount&amount=99999")).toMatchObject({
    fault: "Only 19900 is left of what was paid",
  });
  const seen = await see(bought, "policy=amount&amount=5000");
  expect(seen).toMatchObject({ rule: "amount", amount: 5000, access: "stays" });
  await giveBack(bought, { policy: "amount", amount: 5000, seen: { amount: 5000, off: 0 } });
  await giveBack(bought, { policy: "amount", amount: 5000, seen: { amount: 5000, off: 0 } });
  await school.owned.app.workOff();
  expect(backOf(bought)).toEqual([
    [`ch-${bought.order}`, 5000],
    [`ch-${bought.order}`, 5000],
  ]);
});

test("what is still to be paid is set off first, and nothing more is charged", async () => {
  const bought = await paid("In parts", "Jona", IN_THREE, IN_THREE_PAID);
  const seen = await see(bought, "policy=full");
  expect(seen).toMatchObject({ rule: "full", amount: 6700, off: 13_400 });
  const order = await giveBack(bought, { policy: "full", seen: { amount: 6700, off: 13_400 } });
  expect(order.running).toMatchObject({ standing: "refunded", ahead: 0 });
  expect(order.running?.parts.map(({ state }) => state)).toEqual([
    "refunded",
    "dropped",
    "dropped",
  ]);
});

test("what was seen holds no more: it is asked again, and nothing goes back", async () => {
  const bought = await paid("Seen", "Kira");
  const refusal = await giveBack<{ detail: string }>(
    bought,
    { policy: "full", seen: { amount: 100, off: 0 } },
    409,
  );
  expect(refusal.detail).toContain("It comes to something else by now: €199.00");
  await school.owned.app.workOff();
  expect(backOf(bought)).toEqual([]);
});

test("a consumer withdraws by themselves through the last day, and not after it", async () => {
  const bought = await paid("Withdrawn", "Lou");
  const own = await school.own(bought);
  expect(own.withdrawal).toMatchObject({ amount: 19_900, withdrawal: { lastDay: "2027-03-22" } });
  const withdraw = (of: Bought, status: number) =>
    school.owned.app
      .ask(null, "POST", `/schools/one/orders/${of.order}/withdrawal`, {
        secret: of.secret,
        seen: { amount: 19_900, off: 0 },
      })
      .then(async (response) => {
        expect(response.status).toBe(status);
        return (await response.json()) as OwnOrder;
      });
  now = instant("2027-03-22T23:59:59Z");
  expect((await withdraw(bought, 200)).withdrawal).toBeNull();
  await withdraw(bought, 200);
  await school.owned.app.workOff();
  expect(backOf(bought)).toHaveLength(1);
  now = instant("2027-03-08T11:00:00Z");
  const late = await paid("Withdrawn late", "Mo");
  now = instant("2027-03-23T00:00:00Z");
  expect((await school.own(late)).withdrawal).toBeNull();
  await withdraw(late, 409);
});

test("a payment that paid nothing goes back whole, once; one that counts does not", async () => {
  const bought = await paid("Paid twice", "Nele");
  await school.tell(bought.order, "paid", "ch-second");
  // It stands on Today, and among the orders, until it has gone back.
  const needs = async () =>
    (await school.owned.ask<Today>("GET", "/schools/one/today")).needs.filter(
      ({ kind }) => kind === "excess",
    );
  const listed = async () =>
    (
      await school.owned.ask<{ orders: { id: string }[] }>("GET", "/schools/one/orders?excess=true")
    ).orders.map(({ id }) => id);
  expect((await needs()).map(({ title }) => title)).toEqual(["One payment paid nothing"]);
  expect(await listed()).toEqual([bought.order]);
  const path = `/schools/one/orders/${bought.order}/excess`;
  const back = (charge: string) => school.owned.app.ask(OWNER, "POST", path, { charge });
  expect((await back(`ch-${bought.order}`)).status).toBe(409);
  expect((await back("ch-second")).status).toBe(200);
  expect((await back("ch-second")).status).toBe(409);
  await school.owned.app.workOff();
  expect(backOf(bought)).toEqual([["ch-second", 19_900]]);
  expect([await needs(), await listed()]).toEqual([[], []]);
  expect((await school.own(bought)).withdrawal?.amount).toBe(19_900);
});

test("a till that is silent is asked again with the same key", async () => {
  const what = {
    school: school.owned.school,
    order: "o",
    refund: "r",
    charge: "c",
    amount: 5,
    currency: "EUR",
  };
  const pay = backPayer({
    db: school.owned.test_.db,
    payments: school.till.payments,
    now: () => now,
  });
  school.till.silence(true);
  await expect(pay(what)).rejects.toThrow("silent");
  school.till.silence(false);
  const { order } = await paid("Asked again", "Olga");
  await pay({ ...what, order });
  await pay({ ...what, order });
  expect(backOf({ order } as Bought)).toEqual([["c", 5]]);
});
