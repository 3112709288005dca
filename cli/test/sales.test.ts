import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

const folder = mkdtempSync(join(tmpdir(), "dawngate-sales-"));
afterAll(() => rmSync(folder, { recursive: true }));
const file = (name: string, content: object) => {
  const path = join(folder, name);
  writeFileSync(path, JSON.stringify(content));
  return path;
};
const dawngate = (words: string[], input = "") => {
  const run = spawnSync(process.execPath, [join(__dirname, "../dawngate.mjs"), ...words], {
    input,
    encoding: "utf8",
  });
  return { code: run.status, output: run.stdout, errors: run.stderr };
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

test("dawngate quote answers as plan-file.md has it", () => {
  const { code, output, errors } = dawngate([
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

test("codes and courses held are lists, written either way", () => {
  const total = (...words: string[]) =>
    JSON.parse(dawngate(["quote", "--listing", listing, ...AT, ...words]).output).total;
  expect(total("--code", "oven20", "other", "--holds", "c0")).toBe(10_812);
  expect(total("--code=oven20", "--code=other", "--holds", "c9", "c0", "--seats", "1")).toBe(
    10_812,
  );
});

test("an option there is none of, seats that are no number: exit 2; a listing that is off: exit 1, with its path", () => {
  expect(dawngate(["quote", "--listing", listing, ...AT, "--option", "four"]).code).toBe(2);
  expect(dawngate(["quote", "--listing", listing, ...AT, "--seats", "0"]).code).toBe(2);
  const off = file("off.json", {
    id: "s",
    currency: "EUR",
    options: [],
    timeZone: "Europe/Lisbon",
  });
  const { code, output, errors } = dawngate(["quote", "--listing", off, ...AT]);
  expect([code, output]).toEqual([1, ""]);
  expect(errors).toMatch(/^options: .*\n$/);
});

test("dawngate bundle and tax answer as orders.md has it, from standard input too", () => {
  const parts = [
    { id: "c1", price: 9900 },
    { id: "c2", price: 9900 },
    { id: "c3", price: 5000 },
  ];
  const bundle = dawngate(
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
  const tax = dawngate(
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
