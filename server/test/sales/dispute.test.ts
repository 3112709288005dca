/**
 * A payment that is disputed with the bank of its card: access is shut while it runs, opens where it is won, and the
 * order ends with a credit note where it is lost; told however often, once. What holds when is the core's (orders.md).
 */
import type { Order } from "@dawngate/contract/sales";
import type { Today } from "@dawngate/contract/today";
import type { Instant } from "@dawngate/core/time";
import { instant } from "../helpers/sample";
import { type Bought, IN_THREE, type Selling, sellingSchool } from "../helpers/selling";

let school: Selling;
let now: Instant;
let listing = "";
let inThree = "";
beforeAll(async () => {
  now = instant("2027-03-06T11:00:00Z");
  school = await sellingSchool(() => now);
  listing = await school.onSale("Bread");
  inThree = await school.onSale("Bread in three", IN_THREE);
});
beforeEach(() => {
  now = instant("2027-03-06T11:00:00Z");
});
afterAll(() => school.owned.test_.close());

async function buy(name: string, of = listing, wanted: object = {}): Promise<Bought> {
  const bought = await school.bought(name, of, wanted);
  now = instant("2027-03-09T11:00:00Z");
  return bought;
}
const tell = ({ order }: Bought, what: "opened" | "won" | "lost") =>
  school.tell(order, `dispute.${what}`, `ch-${order}`);
const orderOf = (bought: Pick<Bought, "order">) => school.order(bought);
async function subjects(name: string) {
  await school.owned.app.workOff();
  return school.owned.app.mails
    .filter(({ to }) => to === `${name.toLowerCase()}@example.org`)
    .map(({ subject }) => subject)
    .filter((subject) => /dispute|open again|went back|Closed/i.test(subject));
}
/** The kinds of what stands on the record of the order's enrollment. */
async function record({ order }: Bought): Promise<string[]> {
  const { enrollments } = await orderOf({ order });
  const rows = await school.owned.test_.db.withSchool(
    { school: school.owned.school, who: { kind: "system", id: "t", name: "t" } },
    (tx) =>
      tx
        .selectFrom("enrollment_event")
        .select(["kind", "reason"])
        .where("enrollment_id", "=", enrollments[0]?.id ?? "")
        .orderBy("sequence")
        .execute(),
  );
  return rows.map(({ kind, reason }) => `${kind}: ${reason}`);
}

test("while it runs access is shut, staff see it on Today and among the orders, and the buyer is told once", async () => {
  const bought = await buy("Ada");
  await Promise.all([tell(bought, "opened"), tell(bought, "opened")]);
  expect((await orderOf(bought)).standing).toBe("disputed");
  expect((await record(bought)).at(-1)).toBe("suspended: A payment of “Bread” is disputed");
  expect(await subjects("Ada")).toEqual(["A payment of it is disputed: Bread"]);
  const { needs } = await school.owned.ask<Today>("GET", "/schools/one/today");
  expect(needs.find(({ kind }) => kind === "disputed")).toMatchObject({ number: 1 });
  const { orders } = await school.owned.ask<{ orders: Order[] }>(
    "GET",
    "/schools/one/orders?disputed=true",
  );
  expect(orders.map(({ id }) => id)).toEqual([bought.order]);
});

test("won, it is open again and nothing was given back", async () => {
  const bought = await buy("Ben");
  await tell(bought, "opened");
  now = instant("2027-03-20T11:00:00Z");
  await tell(bought, "won");
  await tell(bought, "won");
  const order = await orderOf(bought);
  expect(order.standing).toBe("settled");
  expect(order.documents).toHaveLength(1);
  expect((await record(bought)).at(-1)).toMatch(/^unsuspended: /);
  expect(await subjects("Ben")).toEqual([
    "A payment of it is disputed: Bread",
    "It is open again: Bread",
  ]);
});

test("lost, what was paid has gone back, with a credit note, and the order and its access have ended", async () => {
  const bought = await buy("Cem", inThree, {
    option: "three",
    seen: { total: 20_100, dueNow: 6700 },
  });
  await tell(bought, "opened");
  now = instant("2027-03-20T11:00:00Z");
  await tell(bought, "lost");
  await tell(bought, "lost");
  const order = await orderOf(bought);
  expect(order.standing).toBe("refunded");
  expect(order.documents).toMatchObject([
    { kind: "invoice", amount: 6700 },
    { kind: "credit-note", amount: 6700, of: [order.documents[0]?.number] },
  ]);
  expect((await record(bought)).at(-1)).toMatch(/^revoked: /);
  // The till has given it back by itself: it is asked for nothing.
  expect(school.till.back).toEqual([]);
  expect((await subjects("Cem")).at(-1)).toBe("The disputed payment went back: Bread in three");
});

test("told out of order it comes to the same; signed wrongly it is nothing", async () => {
  const bought = await buy("Dov");
  await tell(bought, "won");
  expect((await orderOf(bought)).standing).not.toBe("disputed");
  expect((await record(bought)).some((line) => line.startsWith("suspended"))).toBe(false);
  await tell(bought, "opened");
  expect((await orderOf(bought)).standing).toBe("settled");
  const lost = await buy("Eva");
  await tell(lost, "lost");
  await tell(lost, "opened");
  expect((await orderOf(lost)).standing).toBe("refunded");
  const payment = school.till.made.find(({ reference }) => reference.includes(bought.order));
  if (!payment) throw new Error("none");
  const { body, headers } = school.till.says(payment, "dispute.opened", `ch-${bought.order}`);
  const forged = { ...headers, "webhook-signature": "v1,AAAA" };
  const answer = await school.owned.app.ask(null, "POST", "/payments/heard", body, forged);
  expect(answer.status).toBe(401);
});
