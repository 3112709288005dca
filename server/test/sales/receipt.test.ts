/**
 * The receipt as a file: what stands on it is what was bought, as a general reader reads it back; whose it is. Structure
 * of a tagged PDF after ISO 32000-1, 14.7 and 14.8 (from memory).
 */
import type { bought, OwnOrder } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { printAll } from "../../src/sales/documents/print";
import { type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";
import { testTill } from "../helpers/till";

const read = require("pdf-parse/lib/pdf-parse.js") as (
  file: Buffer,
) => Promise<{ text: string; numpages: number; info: Record<string, unknown> }>;

type Bought = z.infer<typeof bought>;
let owned: Owned;
let now: Instant;
const till = testTill();
beforeAll(async () => {
  now = instant("2027-03-10T12:00:00Z");
  owned = await ownedSchool(() => now, 0, { payments: till.payments });
  const { id } = await owned.ask<{ id: string }>("POST", "/schools/one/listings", {
    title: "Bread",
    courses: ["c"],
  });
  const offer = {
    title: "Bread, in parts",
    courses: [{ id: "c" }],
    options: [
      { id: "parts", kind: "installments", amount: 20_100, count: 3, every: "P1M", default: true },
      { id: "free", kind: "free" },
    ],
    codes: [{ code: "BRAN20", percent: 20 }],
    tax: { rate: 2300, included: true },
  };
  await owned.ask("PUT", `/schools/one/listings/${id}`, { number: 1, offer, state: "on-sale" });
});
afterAll(() => owned.test_.close());

let presses = 0;
async function buy(name: string, option: string, seen: object, codes: string[] = []) {
  const response = await owned.app.ask(null, "POST", "/schools/one/offers/bread/orders", {
    key: `press-${++presses}-for-a-receipt`,
    option,
    codes,
    seen,
    name,
    email: `buyer-${presses}@example.org`,
    timeZone: "Europe/Lisbon",
  });
  const text = await response.text();
  if (response.status !== 200) throw new Error(text);
  return JSON.parse(text) as Bought;
}
async function pay(order: string) {
  const payment = till.made.find(({ reference }) => reference.includes(order));
  if (!payment) throw new Error(order);
  const { body, headers } = till.says(payment, "paid", `charge-${order}`);
  await owned.app.ask(null, "POST", "/payments/heard", body, headers);
}
const file = (who: string | null, order: string, secret?: string) =>
  owned.app.ask(
    who,
    "GET",
    `/schools/one/orders/${order}/receipt${secret ? `?secret=${secret}` : ""}`,
  );

test("a receipt says number, buyer, lines, tax, what was paid and what is due, as they were bought", async () => {
  const made = await buy("Đorđe Ångström", "parts", { total: 16_080, dueNow: 5_360 }, ["bran20"]);
  expect((await file(null, made.order, made.secret)).status).toBe(409);
  await pay(made.order);
  const answer = await file(null, made.order, made.secret);
  expect(answer.headers.get("content-type")).toBe("application/pdf");
  const bytes = Buffer.from(await answer.arrayBuffer());
  const { text, numpages, info } = await read(bytes);
  expect(numpages).toBe(1);
  expect(info.Title).toBe("Receipt 2027-0001");
  for (const said of [
    "Receipt 2027-0001",
    `Order ${made.order}`,
    "Đorđe Ångström",
    "Bread, in parts",
    "Price€201.00",
    "Code BRAN20-€40.20",
    "In all€160.80",
    "Of it tax€30.07",
    "Paid€53.60",
    "Sat 10 Apr 2027€53.60",
    "Mon 10 May 2027€53.60",
  ])
    expect(text).toContain(said);
  // Tagged, with a language and a title that is shown.
  const raw = bytes.toString("latin1");
  for (const part of ["/MarkInfo", "/StructTreeRoot", "/Lang (en)", "/DisplayDocTitle true"])
    expect(raw).toContain(part);
});

test("what is free has a receipt too, with the next number: there is no gap", async () => {
  const { order, secret } = await buy("Nia", "free", { total: 0, dueNow: 0 });
  const own = await owned.app.ask(null, "GET", `/schools/one/orders/${order}/own?secret=${secret}`);
  expect(((await own.json()) as OwnOrder).receipt).toBe("2027-0002");
  const { text } = await read(Buffer.from(await (await file(null, order, secret)).arrayBuffer()));
  expect(text).toContain("Receipt 2027-0002");
  expect(text).toContain("In all€0.00");
});

test("it is its buyer's, whoever's who has the secret, and those who sell; nobody else's", async () => {
  const made = await buy("Ari", "free", { total: 0, dueNow: 0 });
  const email = `buyer-${presses}@example.org`;
  for (const [who, secret, status] of [
    [null, undefined, 404],
    [null, "guessed", 404],
    ["other@example.org", undefined, 404],
    [email, undefined, 200],
    ["owner@example.org", undefined, 200],
    [null, made.secret, 200],
  ] as const)
    expect([who, secret, (await file(who, made.order, secret)).status]).toEqual([
      who,
      secret,
      status,
    ]);
  expect((await file("owner@example.org", "o-none")).status).toBe(404);
});

test("long names and many lines go on on the next page, and nothing is lost", async () => {
  const word = "Donaudampfschifffahrtselektrizitaetenhauptbetriebswerkbauart ";
  const many = Array.from({ length: 60 }, (_, i) => ({ says: `Line ${i}`, amount: `€${i}.00` }));
  const paper = {
    language: "en" as const,
    kind: "Receipt",
    number: "2027-9999",
    about: ["Wed 10 Mar 2027 · Order o-1"],
    school: { name: word.repeat(3), lines: [] },
    for: "For",
    buyer: [word.repeat(2)],
    title: word.repeat(4),
    lines: many,
    sums: [{ says: "In all", amount: "€1,770.00", strong: true }],
    later: [],
    notes: ["For 60 seats."],
  };
  const bytes = await printAll([paper], "Receipt 2027-9999");
  const { text, numpages } = await read(Buffer.from(bytes));
  expect(numpages).toBeGreaterThan(1);
  for (let i = 0; i < 60; i += 1) expect(text).toContain(`Line ${i}€${i}.00`);
  expect(text).toContain("For 60 seats.");
});

test("what each code has brought stands with the listing: what was paid, and nothing else", async () => {
  await buy("Left", "parts", { total: 16_080, dueNow: 5_360 }, ["bran20"]);
  const { brought } = await owned.ask<{ brought: object[] }>("GET", "/schools/one/listings/bread");
  expect(brought).toEqual([{ code: "BRAN20", orders: 1, total: 16_080 }]);
});
