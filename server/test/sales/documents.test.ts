/**
 * Invoices and credit notes: one for each payment and each sum given back, numbered without a gap, frozen as written,
 * read back by a general reader. What stands on an invoice after 2006/112/EC art. 226 (from memory); the sums are the
 * core's (core/test/sales/orders/documents-of).
 */
import { type Documents, type RefundAnswer, USUAL_INVOICING } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import pg from "pg";
import type { SchoolTransaction } from "../../src/db/connection";
import { system } from "../../src/db/who";
import { documentWriter } from "../../src/sales/documents/issue";
import { orderRunner } from "../../src/sales/running/charge";
import { testCluster } from "../helpers/database";
import { OWNER } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { type Bought, IN_THREE, type Selling, sellingSchool, somebody } from "../helpers/selling";

const read = require("pdf-parse/lib/pdf-parse.js") as (
  file: Buffer,
) => Promise<{ text: string; numpages: number; info: Record<string, unknown> }>;

let school: Selling;
let now: Instant;
let listing = "";
let inThree = "";
let presses = 0;
beforeAll(async () => {
  now = instant("2027-03-06T11:00:00Z");
  school = await sellingSchool(() => now);
  listing = await school.onSale("Bread");
  inThree = await school.onSale("Bread in three", IN_THREE);
});
afterAll(() => school.owned.test_.close());

const BAKERY = {
  company: "Bäckerei Sauer GmbH",
  address: "Am Markt 3\n  99084 Erfurt ",
  reference: "PO-77",
};
const buy = (name: string, wanted: object = {}, of = listing) => school.bought(name, of, wanted);
const orderOf = (bought: Bought) => school.order(bought);
const numbersOf = async (bought: Bought) =>
  (await orderOf(bought)).documents.map(({ number }) => number);
const file = (who: string | null, { order }: Bought, number: string, secret?: string) =>
  school.owned.app.ask(
    who,
    "GET",
    `/schools/one/orders/${order}/documents/${number}${secret ? `?secret=${secret}` : ""}`,
  );
async function textOf(bought: Bought, number: string) {
  const response = await file(null, bought, number, bought.secret);
  expect(response.status).toBe(200);
  expect(response.headers.get("content-type")).toBe("application/pdf");
  return read(Buffer.from(await response.arrayBuffer()));
}
async function giveBack(bought: Bought, wanted: object) {
  const query = new URLSearchParams(wanted as Record<string, string>);
  const seen = await school.owned.ask<RefundAnswer>(
    "GET",
    `/schools/one/orders/${bought.order}/refund?${query}`,
  );
  presses += 1;
  await school.owned.ask("POST", `/schools/one/orders/${bought.order}/refunds`, {
    key: `give-back-${presses}`,
    seen: { amount: seen.amount, off: seen.off },
    ...wanted,
  });
}
const within = <T>(work: (tx: SchoolTransaction) => Promise<T>) =>
  school.owned.test_.db.withSchool({ school: school.owned.school, who: system("test") }, work);
const month = (which: string, more = "") =>
  school.owned.ask<Documents>("GET", `/schools/one/documents?month=${which}${more}`);

test("an invoice says who sells, who buys and their reference, what, tax and rate, and when it was paid", async () => {
  await school.owned.ask("PATCH", "/schools/one", {
    invoicing: {
      name: "One Schools Lda",
      address: "Rua do Forno 1\r\n\r\n1200 Lisboa",
      taxNumber: "PT 500 000 000",
      invoices: "A",
      creditNotes: "C",
      payTo: "",
      note: "Kept for ten years.",
    },
  });
  const bought = await buy("Berta", { billing: BAKERY });
  expect(await numbersOf(bought)).toEqual(["A-2027-0001"]);
  const { text, info } = await textOf(bought, "A-2027-0001");
  expect(info.Title).toBe("Invoice A-2027-0001");
  for (const said of [
    "Invoice A-2027-0001",
    `Sat 6 Mar 2027 · Order ${bought.order}`,
    "Your reference: PO-77",
    "One Schools Lda",
    "Rua do Forno 1\n1200 Lisboa",
    "Tax number PT 500 000 000",
    "Bäckerei Sauer GmbH",
    "Am Markt 3\n99084 Erfurt",
    "Berta",
    "Without tax€161.79",
    "Tax, 23 %€37.21",
    "Paid on Sat 6 Mar 2027€199.00",
    "Kept for ten years.",
  ])
    expect(text).toContain(said);
  // The mail of the purchase names it.
  await school.owned.app.workOff();
  const mail = school.owned.app.mails.find(
    ({ to, subject }) => to === "berta@example.org" && subject.startsWith("Receipt"),
  );
  expect(mail?.text).toContain("A-2027-0001, as a file");
});

test("it stays as it was written, whatever becomes of the school or its settings", async () => {
  await school.owned.ask("PATCH", "/schools/one", {
    name: "Another name",
    invoicing: USUAL_INVOICING,
  });
  const [bought] = (
    await school.owned.ask<{ orders: { id: string }[] }>("GET", "/schools/one/orders?find=berta")
  ).orders;
  const response = await file(OWNER, { order: bought?.id ?? "" } as Bought, "A-2027-0001");
  const { text } = await read(Buffer.from(await response.arrayBuffer()));
  expect(text).toContain("One Schools Lda");
  // Not even by the server's own role.
  for (const change of ["update sales_document set amount = 1", "delete from sales_document"])
    await expect(within((tx) => sql.raw(change).execute(tx))).rejects.toThrow(/permission denied/);
});

test("each part has its own; a refund's names those it draws on, the newest first; its buyer's company holds from then on", async () => {
  const bought = await buy(
    "Carl",
    { option: "three", seen: { total: 20_100, dueNow: 6700 } },
    inThree,
  );
  const change = { secret: bought.secret, billing: { company: "Carl & Co" } };
  const path = `/schools/one/orders/${bought.order}/billing`;
  expect((await school.owned.app.ask(null, "PUT", path, change)).status).toBe(200);
  expect((await school.owned.app.ask(null, "PUT", path, { ...change, secret: "x" })).status).toBe(
    404,
  );
  now = instant("2027-04-06T05:00:00Z");
  await orderRunner({
    db: school.owned.test_.db,
    payments: school.till.payments,
    baseUrl: "https://x",
    now: () => now,
  })(school.owned.school, bought.order);
  const [first, second] = await numbersOf(bought);
  expect([first, second]).toEqual(["A-2027-0002", "A-2027-0003"]);
  expect((await textOf(bought, "A-2027-0002")).text).not.toContain("Carl & Co");
  const later = (await textOf(bought, "A-2027-0003")).text;
  expect(later).toContain("Carl & Co");
  expect(later).toContain("Bread in three, part 2 of 3€67.00");
  now = instant("2027-04-07T09:00:00Z");
  await giveBack(bought, { policy: "amount", amount: 8000 });
  const { documents } = await orderOf(bought);
  expect(documents.at(-1)).toMatchObject({
    number: "C-2027-0001",
    kind: "credit-note",
    amount: 8000,
    tax: 1496,
    of: ["A-2027-0003", "A-2027-0002"],
  });
  const { text } = await textOf(bought, "C-2027-0001");
  expect(text).toContain("Credits invoice A-2027-0003, A-2027-0002");
  expect(text).toContain("Given back on Wed 7 Apr 2027€80.00");
});

test("whose it is not gets none; one that is not there is said to be none", async () => {
  const bought = await buy("Dora");
  const [number = ""] = await numbersOf(bought);
  expect((await file(null, bought, number)).status).toBe(404);
  expect((await file("user-ines", bought, number)).status).toBe(404);
  expect((await file(null, bought, number, bought.secret)).status).toBe(200);
  expect((await file(OWNER, bought, "A-2027-9999")).status).toBe(404);
  expect((await file(OWNER, bought, "../../x")).status).toBe(404);
  expect((await file(OWNER, bought, "a-1")).status).toBe(400);
});

test("twenty who pay at once have twenty numbers in a row, and one that fails leaves no gap", async () => {
  const many = await Promise.all(
    Array.from({ length: 20 }, (_, i) => school.press(null, listing, somebody(`Many${i}`))),
  );
  const before = Number((await numbersOf(await buy("Emil")))[0]?.slice(-4));
  await Promise.all(many.map(({ order }) => school.tell(order, "paid", `ch-${order}`)));
  // Told again: nothing more is written.
  await Promise.all(many.map(({ order }) => school.tell(order, "paid", `ch-${order}`)));
  const numbers = (await Promise.all(many.map(numbersOf))).flat();
  expect(numbers.map((number) => Number(number.slice(-4))).sort((a, b) => a - b)).toEqual(
    Array.from({ length: 20 }, (_, i) => before + 1 + i),
  );
  // A transaction that is given back gives its number back.
  await within(async (tx) => {
    await sql`update document_series set last = 500`.execute(tx);
    throw new Error("given back");
  }).catch(() => undefined);
  expect((await numbersOf(await buy("Frida")))[0]).toBe(
    `A-2027-${String(before + 21).padStart(4, "0")}`,
  );
});

test("a month is the school's, page by page, with what it comes to, and as one file", async () => {
  // The school is in Lisbon: half an hour before midnight in UTC is the next month there in summer.
  now = instant("2027-05-31T23:30:00Z");
  await buy("Gita");
  const june = await month("2027-06");
  expect(june.documents.map(({ buyer }) => buyer)).toEqual(["Gita"]);
  expect(june.sums).toEqual([
    { kind: "invoice", currency: "EUR", count: 1, amount: 19_900, tax: 3721 },
  ]);
  expect((await month("2027-05")).documents).toEqual([]);
  const whole = (await month("2027-04", "&most=200")).documents;
  const met: string[] = [];
  for (let after = ""; ; ) {
    const page = await month("2027-04", `&most=7${after && `&after=${encodeURIComponent(after)}`}`);
    expect(page.sums.length > 0).toBe(after === "");
    met.push(...page.documents.map(({ number }) => number));
    if (page.next === null) break;
    after = page.next;
  }
  expect(met).toEqual(whole.map(({ number }) => number));
  const ask = (query: string) =>
    school.owned.app.ask(OWNER, "GET", `/schools/one/documents/file?${query}`);
  const response = await ask("month=2027-04");
  const { numpages, text } = await read(Buffer.from(await response.arrayBuffer()));
  expect(numpages).toBe(whole.length);
  for (const number of met) expect(text).toContain(number);
  expect((await ask("month=2027-04&part=2")).status).toBe(404);
  expect((await ask("month=2027-13")).status).toBe(400);
  expect((await school.owned.app.ask(OWNER, "GET", "/schools/one/documents?month=x")).status).toBe(
    400,
  );
});

test("the new year begins anew, in the school's zone; invoices and credit notes may share a series", async () => {
  await school.owned.ask("PATCH", "/schools/one", {
    invoicing: { ...USUAL_INVOICING, invoices: "B", creditNotes: "B" },
  });
  now = instant("2027-12-31T23:59:59Z");
  const old = await buy("Hugo");
  now = instant("2028-01-01T00:00:00Z");
  const fresh = await buy("Ida");
  await giveBack(fresh, { policy: "amount", amount: 100 });
  expect(await numbersOf(old)).toEqual(["B-2027-0001"]);
  expect(await numbersOf(fresh)).toEqual(["B-2028-0001", "B-2028-0002"]);
});

test("what was paid before there were any is written by a job, once", async () => {
  const bought = await buy("Jana");
  const { db, address } = school.owned.test_;
  const { host, port, password } = testCluster();
  const owner = new pg.Client({
    host,
    port,
    password,
    user: "postgres",
    database: address.database,
  });
  await owner.connect();
  await owner.query("delete from sales_document where order_id = $1", [bought.order]);
  await owner.end();
  expect(await numbersOf(bought)).toEqual([]);
  const write = documentWriter({ db, now: () => now });
  await Promise.all([1, 2, 3].map(() => write(school.owned.school, bought.order)));
  expect(await numbersOf(bought)).toHaveLength(1);
  // Of an order that is open, or gone, there is none.
  const open = await school.press(null, listing, somebody("Kai"));
  await write(school.owned.school, open.order);
  await write(school.owned.school, "o-nothing");
  expect(await numbersOf(open)).toEqual([]);
});

test.each<[string, object]>([
  ["billing.company", { company: "" }],
  ["billing.company", { company: "a\nb" }],
  ["billing.address", { company: "a", address: "x\n".repeat(400) }],
  ["billing.address", { company: "a", address: "1\n2\n3\n4\n5\n6\n7\n8\n9" }],
  ["billing.reference", { company: "a", reference: "x".repeat(101) }],
])("%s is refused at its place, and nothing is bought", async (path, billing) => {
  const refused = await school.press<{ errors: { path: string }[] }>(
    null,
    listing,
    { ...somebody("Lena"), billing },
    422,
  );
  expect(refused.errors.map((one) => one.path)).toContain(path);
});

test.each([
  ["invoicing.invoices", { invoices: "a" }],
  ["invoicing.invoices", { invoices: "" }],
  ["invoicing.creditNotes", { creditNotes: "A-B" }],
  ["invoicing.taxNumber", { taxNumber: "1\n2" }],
])("%s as %j is refused", async (path, part) => {
  const response = await school.owned.app.ask(OWNER, "PATCH", "/schools/one", {
    invoicing: { ...USUAL_INVOICING, ...part },
  });
  expect(response.status).toBe(422);
  const { errors } = (await response.json()) as { errors: { path: string }[] };
  expect(errors.map((one) => one.path)).toContain(path);
});
