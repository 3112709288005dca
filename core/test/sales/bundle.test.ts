import { measureBundle, parseBundle, parseTax, taxByPlace } from "../../src/sales";

const measured = (value: object) => {
  const read = parseBundle({ currency: "EUR", ...value });
  return read.ok ? measureBundle(read.value) : read.faults.map(({ path }) => path);
};
const priced = (...prices: number[]) => prices.map((price, i) => ({ id: `c${i}`, price }));

describe("a bundle, by the worked examples of the orders", () => {
  test("9900, 9900, 5000 for 19900", () => {
    expect(measured({ price: 19_900, parts: priced(9900, 9900, 5000) })).toMatchObject({
      singles: 24_800,
      saving: 4900,
      savingBp: 1976,
      parts: [{ share: 7944 }, { share: 7944 }, { share: 4012 }],
      breakEven: { least: 3, always: 3 },
      compare: [
        { parts: 1, least: 5000, most: 9900 },
        { parts: 2, least: 14_900, most: 19_800 },
        { parts: 3, least: 24_800, most: 24_800 },
      ],
    });
  });
  test("JPY 10000 by 47, 90 and 6 minutes, 20 % dearer in parts", () => {
    const parts = [47, 90, 6].map((minutes, i) => ({ id: `m${i}`, minutes }));
    const split = { by: "minutes", uplift: 20 };
    expect(measured({ currency: "JPY", price: 10_000, parts, split })).toMatchObject({
      parts: [{ price: 3944 }, { price: 7553 }, { price: 503 }],
      saving: 2000,
      savingBp: 1667,
      breakEven: { least: 2, always: 3 },
    });
  });
  test("a price no number of parts reaches, a price of nothing, parts of nothing", () => {
    expect(measured({ price: 100, parts: priced(10, 20) })).toMatchObject({
      saving: -70,
      breakEven: { least: null, always: null },
    });
    expect(measured({ price: 0, parts: priced(10, 20) })).toMatchObject({
      breakEven: { least: 0, always: 0 },
    });
    expect(measured({ price: 10, parts: priced(0, 0) })).toMatchObject({
      savingBp: null,
      parts: [{ share: 5 }, { share: 5 }],
    });
  });
  test.each([
    [{ price: 1, parts: [] }, ["parts"]],
    [{ price: 1, parts: [{ id: "a" }] }, ["parts[0].price"]],
    [
      {
        price: 1,
        parts: [
          { id: "a", price: 1 },
          { id: "a", price: 1 },
        ],
      },
      ["parts[1].id"],
    ],
    [{ price: 1, parts: [{ id: "a" }], split: { by: "minutes" } }, ["parts[0].minutes"]],
    [{ price: 1, parts: [{ id: "a", price: 1 }], split: { by: "weight" } }, ["split.by"]],
  ])("%j is refused at %j", (value, paths) => {
    expect(measured(value)).toEqual(paths);
  });
});

describe("tax by place", () => {
  const base = {
    seller: { country: "PT" },
    kind: "electronic",
    on: "2027-03-06",
    amount: 12_300,
    included: true,
    rates: [
      { country: "PT", kind: "electronic", rate: 2300, from: null },
      { country: "DE", kind: "electronic", rate: 1600, from: null },
      { country: "DE", kind: "electronic", rate: 1900, from: "2027-01-01" },
      { country: "DE", kind: "electronic", rate: 2500, from: "2028-01-01" },
      { country: "DE", kind: "taught", rate: 700 },
    ],
  };
  const tax = (more: object) => {
    const read = parseTax({ ...base, ...more });
    if (!read.ok) return read.faults.map(({ path }) => path);
    const answer = taxByPlace(read.value);
    return answer.ok ? answer.value : answer.faults.map(({ path }) => path);
  };
  const company = { country: "DE", company: true, numberValid: true };
  const person = (country: string) => ({ country, company: false });
  test("12300 with 23 % from Portugal: a German company, a German, an American (worked example)", () => {
    expect(tax({ buyer: company })).toEqual({
      treatment: "reverse-charge",
      country: "DE",
      rate: 0,
      total: 10_000,
      tax: 0,
      evidence: "number",
    });
    expect(tax({ buyer: person("DE") })).toMatchObject({
      treatment: "destination",
      rate: 1900,
      total: 12_300,
      tax: 1964,
    });
    expect(tax({ buyer: person("US") })).toMatchObject({
      treatment: "outside",
      country: "US",
      rate: 0,
      total: 12_300,
      tax: 0,
    });
  });
  test("at home the own rate, below the threshold too; a company without a valid number is a buyer like any", () => {
    expect(tax({ buyer: { country: "PT", company: true, numberValid: true } })).toMatchObject({
      treatment: "domestic",
      rate: 2300,
      tax: 2300,
    });
    const small = { seller: { country: "PT", belowThreshold: true } };
    expect(tax({ ...small, buyer: person("DE") })).toMatchObject({
      treatment: "origin",
      country: "PT",
    });
    expect(tax({ ...small, kind: "taught", buyer: person("DE") })).toMatchObject({
      treatment: "destination",
      rate: 700,
    });
    expect(tax({ buyer: { country: "DE", company: true } })).toMatchObject({
      treatment: "destination",
    });
  });
  test("added on top, the price is net already", () => {
    expect(tax({ included: false, amount: 10_000, buyer: company })).toMatchObject({
      total: 10_000,
      tax: 0,
    });
    expect(tax({ included: false, amount: 10_000, buyer: person("DE") })).toMatchObject({
      total: 11_900,
      tax: 1900,
    });
  });
  test("a rate that is needed and not kept is told; two kinds of evidence are enough", () => {
    expect(tax({ buyer: person("FR") })).toEqual(["rates"]);
    const evidence = (...kinds: string[]) =>
      tax({ buyer: person("DE"), evidence: kinds.map((kind) => ({ kind, country: "DE" })) });
    expect(evidence("address", "address")).toMatchObject({ evidence: "short" });
    expect(evidence("address", "card")).toMatchObject({ evidence: "enough" });
  });
});
