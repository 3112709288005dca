import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { dawngate, spawned } from "./command";

const folder = mkdtempSync(join(tmpdir(), "dawngate-sales-"));
afterAll(() => rmSync(folder, { recursive: true }));
const file = (name: string, content: object) => {
  const path = join(folder, name);
  writeFileSync(path, JSON.stringify(content));
  return path;
};
// The plan file's own listing.
const listing = file("listing.json", {
  id: "s1",
  currency: "EUR",
  courses: [{ id: "c1", price: 9900 }],
  tax: { rate: 2300, included: true },
  options: [
    { id: "full", kind: "once", amount: 19_900, default: true },
    { id: "three", kind: "installments", amount: 20_100, count: 3, every: "P1M", deposit: null },
  ],
  dated: [
    { kind: "sale", from: "2027-03-01", through: "2027-03-31", amount: 15_900, options: ["full"] },
    { kind: "early", through: "2027-02-15", percent: 10 },
    { kind: "late", from: "2027-05-01", add: 1500, options: ["full", "three"] },
  ],
  seats: {
    mode: "volume",
    tiers: [
      { from: 5, percent: 10 },
      { from: 20, unit: 14_900, options: ["full"] },
    ],
  },
  holder: { courses: ["c0"], percent: 15 },
  codes: [{ code: "OVEN20", percent: 20, combines: false, uses: 100, used: 0 }],
  timeZone: "Europe/Lisbon",
});
const AT = ["--at", "2027-03-06T11:00:00Z"];

test("dawngate quote answers as plan-file.md has it", async () => {
  const { code, output, errors } = await dawngate([
    "quote",
    "--listing",
    listing,
    ...AT,
    "--option",
    "three",
  ]);
  expect([code, errors]).toEqual([0, ""]);
  const answer = JSON.parse(output);
  expect(Object.keys(answer)).toEqual([
    "option",
    "unit",
    "seats",
    "lines",
    "subtotal",
    "tax",
    "total",
    "dueNow",
    "schedule",
    "refused",
  ]);
  expect(answer).toMatchObject({ option: "three", unit: 20_100, tax: 3759, dueNow: 6700 });
  expect(answer.schedule[0]).toEqual({ due: "2027-03-06", amount: 6700, tax: 1253 });
});

test("codes and courses held are lists, written either way", async () => {
  const total = async (...words: string[]) =>
    JSON.parse((await dawngate(["quote", "--listing", listing, ...AT, ...words])).output).total;
  expect(await total("--code", "oven20", "other", "--holds", "c0")).toBe(10_812);
  expect(await total("--code=oven20", "--code=other", "--holds", "c9", "c0", "--seats", "1")).toBe(
    10_812,
  );
});

test("an option there is none of, seats that are no number: exit 2; a listing that is off: exit 1, with its path", async () => {
  expect((await dawngate(["quote", "--listing", listing, ...AT, "--option", "four"])).code).toBe(2);
  expect((await dawngate(["quote", "--listing", listing, ...AT, "--seats", "0"])).code).toBe(2);
  const off = file("off.json", {
    id: "s",
    currency: "EUR",
    options: [],
    timeZone: "Europe/Lisbon",
  });
  const { code, output, errors } = await dawngate(["quote", "--listing", off, ...AT]);
  expect([code, output]).toEqual([1, ""]);
  expect(errors).toMatch(/^options: .*\n$/);
});

test("dawngate bundle and tax answer as orders.md has it, from standard input too", async () => {
  const parts = [
    { id: "c1", price: 9900 },
    { id: "c2", price: 9900 },
    { id: "c3", price: 5000 },
  ];
  const bundle = spawned(
    ["bundle", "--file", "-"],
    JSON.stringify({ currency: "EUR", price: 19_900, parts, split: null }),
  );
  expect(Object.keys(JSON.parse(bundle.output))).toEqual([
    "singles",
    "price",
    "saving",
    "savingBp",
    "parts",
    "breakEven",
    "compare",
  ]);
  const tax = spawned(
    ["tax", "--file", "-"],
    JSON.stringify({
      seller: { country: "PT", belowThreshold: false },
      buyer: { country: "FR", company: false },
      kind: "electronic",
      on: "2027-03-06",
      amount: 12_300,
      included: true,
      rates: [{ country: "PT", kind: "electronic", rate: 2300, from: null }],
    }),
  );
  expect(tax.code).toBe(1);
  expect(tax.errors).toMatch(/^rates: /);
});

// The order of orders.md, which bought in three parts.
const order = {
  dawnGateOrder: 1,
  id: "o1",
  listing: "s1",
  timeZone: "Europe/Lisbon",
  currency: "EUR",
  kind: "installments",
  boughtAt: "2027-03-06T11:00:00Z",
  seats: 1,
  courses: [{ id: "c1", single: 9900, access: { from: "2027-03-06", through: "2027-06-03" } }],
  quote: {
    total: 20_100,
    tax: 3759,
    schedule: ["2027-03-06", "2027-04-06", "2027-05-06"].map((due) => ({
      due,
      amount: 6700,
      tax: 1253,
    })),
    lines: [],
  },
  terms: {
    chargeHour: "06:00",
    retry: [1, 3, 7],
    grace: 3,
    endAfter: 30,
    refund: [{ kind: "full", days: 14, progress: 20 }],
    foreverMonths: 12,
  },
  supply: "content",
  buyer: { country: "PT", company: false },
  events: [{ type: "charged", at: "2027-03-06T11:00:05Z", charge: "ch1", part: 1, amount: 6700 }],
};
const orderFile = file("order.json", order);

test("dawngate order, refund and income answer with the keys of orders.md, in their order", async () => {
  const keys = async (...words: string[]) => {
    const { code, output, errors } = await dawngate(words);
    expect([code, errors]).toEqual([0, ""]);
    return Object.keys(JSON.parse(output)).join(" ");
  };
  const at = ["--order", orderFile, "--at", "2027-03-10T00:00:00Z"];
  expect(await keys("order", ...at)).toBe(
    "id at state endedAt endedBy paid refunded open ahead parts excess next enrollment seats courses partner ignored",
  );
  expect(await keys("refund", ...at)).toBe(
    "id at policy rule relief off amount tax payments partsAfter access courses withdrawal",
  );
  const orders = file("orders.json", {
    dawnGateOrders: 1,
    at: "2027-03-31T00:00:00Z",
    timeZone: "Europe/Lisbon",
    currency: "EUR",
    series: { invoice: "A", creditNote: "C" },
    orders: [order],
  });
  const months = ["--from", "2027-03", "--to", "2027-05"];
  expect(await keys("income", "--orders", orders, ...months)).toBe(
    "at from to months rows documents",
  );
  expect(
    await dawngate(["income", "--orders", orders, "--from", "2027-05", "--to", "2027-03"]),
  ).toEqual({
    code: 1,
    output: "",
    errors: "to: The last month lies before the first\n",
  });
});

test("words that are off end with 2, an order that is with 1", async () => {
  const at = ["--order", orderFile, "--at"];
  const late = [...at, "2027-03-10T00:00:00Z"];
  const code = async (...words: string[]) => (await dawngate(words)).code;
  expect(await code("order", ...at, "yesterday")).toBe(2);
  expect(await code("order", "--at", "2027-03-10T00:00:00Z")).toBe(2);
  expect(await code("refund", ...late, "--policy", "kind")).toBe(2);
  expect(await code("refund", ...late, "--policy", "amount")).toBe(2);
  expect(await code("refund", ...late, "--policy", "amount", "--amount", "0")).toBe(1);
  expect(await code("income", "--orders", orderFile, "--from", "2027-13", "--to", "2027-03")).toBe(
    2,
  );
  expect(await dawngate(["order", ...at, "2027-03-01T00:00:00Z"])).toMatchObject({
    code: 1,
    output: "",
  });
  const { errors } = spawned(
    ["order", "--order", "-", "--at", "2027-03-10T00:00:00Z"],
    JSON.stringify({ ...order, seats: 0, extra: 1 }),
  );
  expect(errors.split("\n").map((line) => line.split(":")[0])).toEqual(["seats", "extra", ""]);
});
