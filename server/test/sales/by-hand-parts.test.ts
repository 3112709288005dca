/**
 * Orders by hand in parts: each part asked for in time and reminded of once, nothing charged, marked as it comes; shut and
 * ended where it stays away, with what a transfer needs of time.
 */
import { type Order, type OwnOrder, USUAL_INVOICING } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { orderRunner } from "../../src/sales/running/charge";
import { byHandIn, secretIn } from "../helpers/by-hand";
import { instant } from "../helpers/sample";
import { IN_THREE, type Selling, sellingSchool } from "../helpers/selling";

const read = require("pdf-parse/lib/pdf-parse.js") as (file: Buffer) => Promise<{ text: string }>;

let school: Selling;
let now: Instant;
let listing = "";
beforeAll(async () => {
  now = instant("2027-03-06T11:00:00Z");
  school = await sellingSchool(() => now);
  listing = await school.onSale("Bread for bakeries", IN_THREE);
  await school.owned.ask("PATCH", "/schools/one", {
    invoicing: { ...USUAL_INVOICING, payTo: "Bank of Bread\nIBAN 123" },
  });
});
beforeEach(() => {
  now = instant("2027-03-06T11:00:00Z");
});
afterAll(() => school.owned.test_.close());

const { ask, orderOf, mailsTo, ...hand } = byHandIn(() => school);
const write = (name: string, more: object = {}) =>
  ask("/orders", hand.wanted(name, { listing, option: "three", seen: { total: 20_100 }, ...more }));
const mark = (id: string, part: number, on = "2027-03-06") => hand.mark(id, { part, on });
const run = (id: string) => {
  const { db } = school.owned.test_;
  const parts = { db, payments: school.till.payments, baseUrl: "https://x", now: () => now };
  return orderRunner(parts)(school.owned.school, id);
};
const subjectsTo = async (name: string) => (await mailsTo(name)).map(({ subject }) => subject);
const daysOf = ({ quote }: Order) => quote.schedule.map(({ due }) => due);
async function ownOf(id: string, secret: string) {
  const path = `/schools/one/orders/${id}/own?secret=${secret}`;
  return (await (await school.owned.app.ask(null, "GET", path)).json()) as OwnOrder;
}
async function requestOf(id: string, secret: string) {
  const path = `/schools/one/orders/${id}/request?secret=${secret}`;
  const response = await school.owned.app.ask(null, "GET", path);
  if (response.status !== 200) return response.text();
  return (await read(Buffer.from(await response.arrayBuffer()))).text;
}

test("its parts follow from the day by which the first is to be paid; mail and request say all of them", async () => {
  const order = await write("Aldo");
  expect(order).toMatchObject({ state: "open", payBy: "2027-03-20" });
  expect(daysOf(order)).toEqual(["2027-03-20", "2027-04-20", "2027-05-20"]);
  const [mail] = await mailsTo("Aldo");
  expect(mail?.subject).toBe("To be paid by Sat 20 Mar 2027: Bread for bakeries");
  for (const said of [
    "€67.00, the first of 3 parts,",
    "In all: €201.00",
    "Due on Tue 20 Apr 2027: €67.00",
    "IBAN 123",
  ])
    expect(mail?.text).toContain(said);
  const file = await requestOf(order.id, secretIn(mail?.text));
  for (const said of ["In all€201.00", "To be paid by Sat 20 Mar 2027€67.00", "Thu 20 May 2027"])
    expect(file).toContain(said);
});

test("the first part lets them in without a card; the next is asked for a fortnight before, and no card is charged", async () => {
  const { id } = await write("Bea");
  now = instant("2027-03-18T10:00:00Z");
  const paid = await mark(id, 1, "2027-03-17");
  expect(paid.running).toMatchObject({ byTransfer: true, mayPutIn: false, cardEnd: null });
  expect(paid.running?.parts.map(({ state }) => state)).toEqual(["paid", "ahead", "ahead"]);
  expect(paid.enrollments).toHaveLength(1);
  const receipt = (await mailsTo("Bea")).find(({ subject }) => subject.startsWith("Receipt"));
  expect(receipt?.text).toContain("Due on Tue 20 Apr 2027: €67.00");
  expect(receipt?.text).not.toMatch(/Due on Sat 20 Mar|card/);
  now = instant("2027-04-06T04:59:59Z");
  await run(id);
  const before = await subjectsTo("Bea");
  now = instant("2027-04-06T05:00:00Z");
  await run(id);
  await run(id);
  expect((await subjectsTo("Bea")).slice(before.length)).toEqual([
    "To be paid by Tue 20 Apr 2027: Bread for bakeries",
  ]);
  const asked = (await mailsTo("Bea")).at(-1);
  expect(asked?.text).toContain("part 2 of 3");
  const secret = secretIn(asked?.text);
  const own = await ownOf(id, secret);
  expect(own.payTo).toContain("IBAN 123");
  expect(await requestOf(id, secret)).toContain("Bread for bakeries, part 2 of 3€67.00");
  const card = await school.owned.app.ask(null, "POST", `/schools/one/orders/${id}/card`, {
    secret,
  });
  expect(card.status).toBe(409);
  // Its day comes: a card would be charged now.
  now = instant("2027-04-20T12:00:00Z");
  await run(id);
  expect((await orderOf(id)).events.map(({ kind }) => kind)).toEqual(["charged", "asked"]);
});

test("reminded of once on the day after, shut a fortnight after its day, open again when it is marked, and told so", async () => {
  const { id } = await write("Cleo");
  now = instant("2027-03-18T10:00:00Z");
  await mark(id, 1);
  now = instant("2027-04-21T05:00:00Z");
  await run(id);
  await run(id);
  const mails = await mailsTo("Cleo");
  expect(mails.at(-1)?.subject).toBe("Not paid yet: Bread for bakeries");
  // What had not been asked for by then is not asked for on the day on which it is reminded of.
  expect(mails.filter(({ subject }) => subject.startsWith("To be paid"))).toHaveLength(1);
  expect(mails.at(-1)?.text).toMatch(/5 May 2027/);
  now = instant("2027-05-04T23:00:00Z");
  await run(id);
  expect((await orderOf(id)).running?.standing).toBe("suspended");
  const [shut] = await school.owned.test_.db.withSchool(
    { school: school.owned.school, who: { kind: "system", id: "t", name: "t" } },
    (tx) =>
      tx.selectFrom("enrollment_event").select("reason").where("kind", "=", "suspended").execute(),
  );
  expect(shut?.reason).toBe("A part of “Bread for bakeries” has not been paid");
  now = instant("2027-05-06T09:00:00Z");
  const paid = await mark(id, 2, "2027-05-05");
  expect(paid.running?.standing).toBe("running");
  const last = (await mailsTo("Cleo")).find(({ subject }) => subject.startsWith("€67.00 paid"));
  expect(last?.text).toContain("€67.00 has come for “Bread for bakeries”, part 2 of 3.");
  expect(last?.text).toContain("A-2027-");
});

test("what comes before its day is marked; all of it paid, nothing is asked for, and there is no request any more", async () => {
  const { id } = await write("Dan");
  const secret = secretIn((await mailsTo("Dan"))[0]?.text);
  await mark(id, 1);
  await mark(id, 2);
  const done = await mark(id, 3);
  expect(done.running?.standing).toBe("settled");
  expect(done.documents).toHaveLength(3);
  const before = await subjectsTo("Dan");
  now = instant("2027-05-21T12:00:00Z");
  await run(id);
  expect(await subjectsTo("Dan")).toEqual(before);
  expect(await requestOf(id, secret)).toContain("nothing to transfer any more");
  expect((await ownOf(id, secret)).payTo).toBe("");
});

test("a first part that comes after the second would have been due moves all of them; it is no money too much", async () => {
  const { id } = await write("Emma");
  now = instant("2027-05-10T09:00:00Z");
  const paid = await mark(id, 1, "2027-05-10");
  expect(daysOf(paid)).toEqual(["2027-05-10", "2027-06-10", "2027-07-10"]);
  expect(paid.running).toMatchObject({ standing: "running", open: 0, ahead: 13_400 });
  expect(paid.documents).toHaveLength(1);
});

test("at once and paid six weeks late it counts: invoice, income and what can be given back", async () => {
  const once = await school.onSale("Paid at once");
  const { id } = await write("Finn", { listing: once, option: "once", seen: { total: 19_900 } });
  now = instant("2027-04-17T09:00:00Z");
  const paid = await mark(id, 1, "2027-04-16");
  expect(daysOf(paid)).toEqual(["2027-04-17"]);
  expect(paid.documents).toMatchObject([{ amount: 19_900 }]);
  const refund = await school.owned.ask<{ amount: number }>(
    "GET",
    `/schools/one/orders/${id}/refund?policy=full`,
  );
  expect(refund.amount).toBe(19_900);
});

test("what stays away ends the order after thirty days, as it says", async () => {
  const { id } = await write("Gus");
  await mark(id, 1);
  now = instant("2027-05-20T23:00:00Z");
  await run(id);
  expect((await orderOf(id)).running?.standing).toBe("ended");
  expect(await subjectsTo("Gus")).toContain("Ended: Bread for bakeries");
  await expect(mark(id, 2)).rejects.toThrow(/409/);
});
