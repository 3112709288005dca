/**
 * Orders that staff write by hand: asked for by mail, held until some days after their day, reminded of once, marked as
 * paid by transfer, and then all that follows from a payment at the till.
 */
import { type OwnOrder, type RefundAnswer, USUAL_INVOICING } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { handWatcher } from "../../src/sales/by-hand/watch";
import { byHandIn, secretIn } from "../helpers/by-hand";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { IN_THREE, type Selling, sellingSchool, somebody } from "../helpers/selling";

const read = require("pdf-parse/lib/pdf-parse.js") as (file: Buffer) => Promise<{ text: string }>;

let school: Selling;
let now: Instant;
let listing = "";
beforeAll(async () => {
  now = instant("2027-03-06T11:00:00Z");
  school = await sellingSchool(() => now);
  listing = await school.onSale("Bread for bakeries", { teams: true, seatLimit: 14 });
  await school.owned.ask("PATCH", "/schools/one", {
    invoicing: { ...USUAL_INVOICING, payTo: "Bank of Bread\nIBAN 123" },
  });
});
beforeEach(() => {
  now = instant("2027-03-06T11:00:00Z");
});
afterAll(() => school.owned.test_.close());

const { ask, mark, orderOf, mailsTo, ...hand } = byHandIn(() => school);
const wanted = (name: string, more: object = {}) =>
  hand.wanted(name, { listing, option: "once", seen: { total: 19_900 }, ...more });
const write = (name: string, more: object = {}) => ask("/orders", wanted(name, more));
const watch = (id: string) =>
  handWatcher({ db: school.owned.test_.db, baseUrl: "https://x", now: () => now })(
    school.owned.school,
    id,
  );

test("its buyer is asked for the money, and sees on their page and as a file how it is paid", async () => {
  const order = await write("Aldo", {
    billing: { company: "Aldo's", address: "Here 1", reference: "PO-1" },
  });
  expect(order).toMatchObject({ state: "open", payBy: "2027-03-20", documents: [], receipt: null });
  const [mail] = await mailsTo("Aldo");
  expect(mail?.subject).toBe("To be paid by Sat 20 Mar 2027: Bread for bakeries");
  for (const said of ["€199.00", "Bank of Bread", "IBAN 123", `Say with it: ${order.id}`])
    expect(mail?.text).toContain(said);
  const secret = secretIn(mail?.text ?? "");
  const own = (await (
    await school.owned.app.ask(null, "GET", `/schools/one/orders/${order.id}/own?secret=${secret}`)
  ).json()) as OwnOrder;
  expect(own).toMatchObject({ state: "open", payTo: "Bank of Bread\nIBAN 123", pay: null });
  const file = (query: string) =>
    school.owned.app.ask(null, "GET", `/schools/one/orders/${order.id}/request${query}`);
  expect((await file("")).status).toBe(404);
  const { text } = await read(Buffer.from(await (await file(`?secret=${secret}`)).arrayBuffer()));
  for (const said of [
    `Payment request ${order.id}`,
    "Aldo's",
    "Your reference: PO-1",
    "To be paid by Sat 20 Mar 2027€199.00",
    "This is no invoice",
  ])
    expect(text).toContain(said);
});

test("marked as paid its buyer is in, with invoice and receipt, once, with who marked it and what they noted", async () => {
  const { id } = await write("Bea");
  now = instant("2027-03-10T09:00:00Z");
  const paid = await mark(id, { on: "2027-03-09", note: "Statement 12" });
  expect(paid).toMatchObject({
    state: "paid",
    documents: [{ number: "A-2027-0001", amount: 19_900 }],
    enrollments: [{ course: "c" }],
  });
  expect(paid.events.find(({ kind }) => kind === "charged")).toMatchObject({
    note: "Statement 12",
    amount: 19_900,
  });
  await expect(mark(id)).rejects.toThrow(/409.*It is paid already/);
  const subjects = (await mailsTo("Bea")).map(({ subject }) => subject);
  expect(subjects.some((subject) => subject.startsWith("Receipt"))).toBe(true);
  const response = await school.owned.app.ask(
    OWNER,
    "GET",
    `/schools/one/orders/${id}/documents/A-2027-0001`,
  );
  const { text } = await read(Buffer.from(await response.arrayBuffer()));
  expect(text).toContain("Received by transfer on Tue 9 Mar 2027.");
  expect(text).toContain("Paid on Wed 10 Mar 2027€199.00");
});

test("pressed by two at once it is paid once", async () => {
  const { id } = await write("Cleo");
  const answers = await Promise.allSettled([mark(id), mark(id), mark(id)]);
  expect(answers.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
  const order = await orderOf(id);
  expect(order.events.filter(({ kind }) => kind === "charged")).toHaveLength(1);
  expect(order.documents).toHaveLength(1);
});

test("the same press writes one order; another price, a subscription, nothing due and a day gone by write none", async () => {
  const press = wanted("Dan");
  const [one, two] = await Promise.all([ask("/orders", press), ask("/orders", press)]);
  expect(one.id).toBe(two.id);
  const refused = (more: object, status: number) =>
    ask<{ detail: string }>("/orders", wanted("Emma", more), status);
  expect((await refused({ seen: { total: 1 } }, 409)).detail).toContain("€199.00 by now");
  expect((await refused({ payBy: "2027-03-05" }, 422)).detail).toContain("from today on");
  expect((await refused({ payBy: "2029-03-05" }, 422)).detail).toContain("within a year");
  const other = await school.onSale("By the month", {
    options: [
      { id: "m", kind: "subscription", amount: 1000, every: "P1M", default: true },
      { id: "free", kind: "free" },
    ],
  });
  for (const option of ["m", "free"])
    await refused({ listing: other, option, seen: { total: 0 } }, 422);
  await refused({ listing: "nothing" }, 404);
  expect(await mailsTo("Emma")).toEqual([]);
});

test("seats of several are held meanwhile; when its days are over it is reminded of once, and then lapses", async () => {
  const { id } = await write("Finn", { seats: 8, seen: { total: 8 * 19_900 } });
  await expect(write("Gus", { seats: 4, seen: { total: 4 * 19_900 } })).rejects.toThrow(
    /seats? (is|are) left/,
  );
  now = instant("2027-03-20T23:59:59Z");
  await watch(id);
  expect((await mailsTo("Finn")).map(({ subject }) => subject)).toHaveLength(1);
  now = instant("2027-03-21T00:00:00Z");
  await watch(id);
  await watch(id);
  const [first, reminder, ...more] = await mailsTo("Finn");
  expect(more).toEqual([]);
  expect(reminder?.subject).toBe("Not paid yet: Bread for bakeries");
  // Its link opens the page, and so does the first one's.
  const open = async (text = "") =>
    (
      await school.owned.app.ask(
        null,
        "GET",
        `/schools/one/orders/${id}/own?secret=${secretIn(text)}`,
      )
    ).status;
  expect([await open(reminder?.text), await open(first?.text)]).toEqual([200, 200]);
  now = instant("2027-04-04T00:00:00Z");
  await watch(id);
  expect((await orderOf(id)).state).toBe("lapsed");
  // Its money comes all the same: while there are seats it holds.
  expect((await mark(id)).state).toBe("paid");
});

test("where its seats went to others nothing is marked", async () => {
  const small = await school.onSale("One seat", { seatLimit: 1 });
  const { id } = await ask("/orders", wanted("Hans", { listing: small }));
  now = instant("2027-04-10T00:00:00Z");
  await watch(id);
  const quick = await school.press(null, small, somebody("Ida"));
  await school.tell(quick.order, "paid", `ch-${quick.order}`);
  await expect(mark(id)).rejects.toThrow(/Its seats went to others/);
  expect((await orderOf(id)).events).toEqual([]);
});

test("a part that no card could pay is marked too; money that was transferred is not asked of the till to go back", async () => {
  const inThree = await school.onSale("In three by transfer", IN_THREE);
  const bought = await school.press(null, inThree, {
    ...somebody("Jo"),
    option: "three",
    seen: { total: 20_100, dueNow: 6700 },
  });
  await school.tell(bought.order, "paid", `ch-${bought.order}`);
  now = instant("2027-04-08T00:00:00Z");
  const marked = await mark(bought.order, { part: 2 });
  expect(marked.running?.parts.map(({ state }) => state)).toEqual(["paid", "paid", "ahead"]);
  await expect(mark(bought.order, { part: 2 })).rejects.toThrow(/paid already/);
  await expect(mark(bought.order, { part: 9 })).rejects.toThrow(/409/);
  await expect(mark(bought.order, { part: 3, on: "2027-05-01" })).rejects.toThrow(
    /today or before/i,
  );
  const path = `/orders/${bought.order}`;
  const seen = await school.owned.ask<RefundAnswer>(
    "GET",
    `/schools/one${path}/refund?policy=amount&amount=7000`,
  );
  await ask(`${path}/refunds`, {
    key: "back-by-hand",
    policy: "amount",
    amount: 7000,
    seen: { amount: seen.amount, off: seen.off },
  });
  const back = (await mailsTo("Jo")).find(({ subject }) => subject.includes("goes back"));
  expect(back?.text).toContain("is transferred back to you");
  const jobs = await school.owned.test_.db.withSchool(
    { school: school.owned.school, who: { kind: "system", id: "t", name: "t" } },
    (tx) => tx.selectFrom("outbox").select("payload").where("kind", "=", "pay-back").execute(),
  );
  expect(JSON.stringify(jobs)).not.toContain("by-hand");
});
