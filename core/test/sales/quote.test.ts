import { type Asked, parseListing, type Quote, quote, taxOfPlace } from "../../src/sales";
import { instant } from "../helpers";

const BASE = { id: "s1", currency: "EUR", timeZone: "Europe/Lisbon" };
const once = (amount: number) => ({ id: "full", kind: "once", amount, default: true });

function ask(listing: object, asked: Partial<Asked> & { on?: string } = {}): Quote {
  const read = parseListing({ ...BASE, ...listing });
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  const { on = "2027-03-05T12:00:00Z", ...rest } = asked;
  return quote(read.value, { at: instant(on), ...rest });
}
const dates = ({ schedule }: Quote) => schedule.map(({ due, amount, tax }) => [due, amount, tax]);

describe("the worked examples of the calculations", () => {
  const parts = (amount: number, more = {}) =>
    ask({
      ...more,
      options: [{ id: "p", kind: "installments", amount, count: 3, every: "P1M", default: true }],
    });
  test("10000 in 3 parts is 3334, 3333, 3333; JPY 1000 is 334, 333, 333", () => {
    expect(dates(parts(10_000))).toEqual([
      ["2027-03-05", 3334, 0],
      ["2027-04-05", 3333, 0],
      ["2027-05-05", 3333, 0],
    ]);
    expect(parts(1000, { currency: "JPY" }).schedule.map(({ amount }) => amount)).toEqual([
      334, 333, 333,
    ]);
  });
  test.each([
    [19_900, 15, 16_915],
    [1999, 12.5, 1749],
  ])("%d with %d %% off is %d", (amount, percent, total) => {
    expect(
      ask({ options: [once(amount)], codes: [{ code: "A", percent }] }, { codes: ["a"] }).total,
    ).toBe(total);
  });
  test("12300 with 23 % included has 2300 of tax; 10000 with 23 % added comes to 12300", () => {
    const included = ask({ options: [once(12_300)], tax: { rate: 2300, included: true } });
    expect([included.subtotal, included.tax, included.total]).toEqual([10_000, 2300, 12_300]);
    const added = ask({ options: [once(10_000)], tax: { rate: 2300, included: false } });
    expect([added.subtotal, added.tax, added.total]).toEqual([10_000, 2300, 12_300]);
  });
  test("the plan file's listing: 20100 in three parts of 6700 with their tax", () => {
    const found = ask(
      {
        tax: { rate: 2300, included: true },
        options: [
          once(19_900),
          {
            id: "three",
            kind: "installments",
            amount: 20_100,
            count: 3,
            every: "P1M",
            deposit: null,
          },
        ],
      },
      { option: "three" },
    );
    expect(dates(found)).toEqual([
      ["2027-03-05", 6700, 1253],
      ["2027-04-05", 6700, 1253],
      ["2027-05-05", 6700, 1253],
    ]);
    expect(found).toMatchObject({ total: 20_100, tax: 3759, dueNow: 6700 });
  });
});

describe("dated prices, in the listing's zone, the last day included", () => {
  const listing = {
    options: [once(19_900), { id: "sub", kind: "subscription", amount: 1500, every: "P1M" }],
    dated: [
      {
        kind: "sale",
        from: "2027-03-01",
        through: "2027-03-31",
        amount: 15_900,
        options: ["full"],
      },
      { kind: "early", through: "2027-03-10", percent: 10 },
      { kind: "late", from: "2027-05-01", add: 1500, options: ["full", "sub"] },
    ],
  };
  test.each([
    ["2027-02-28T23:59:59Z", 17_910],
    ["2027-03-01T00:00:00Z", 15_900],
    ["2027-03-31T22:59:59Z", 15_900],
    // Clocks have gone forward: the first of April begins at 23:00 in UTC.
    ["2027-03-31T23:00:00Z", 19_900],
    ["2027-05-01T12:00:00Z", 21_400],
  ])("at %s one seat is %d", (on, unit) => {
    expect(ask(listing, { on }).unit).toBe(unit);
  });
  test("the lowest counts, not their sum; a late fee is never added to a subscription", () => {
    expect(ask(listing, { on: "2027-03-05T12:00:00Z" }).total).toBe(15_900);
    expect(ask(listing, { on: "2027-05-01T12:00:00Z", option: "sub" }).total).toBe(1500);
  });
  test("a sale that is dearer than the option changes nothing", () => {
    const dear = { kind: "sale", amount: 25_000, options: ["full"] };
    expect(ask({ options: [once(19_900)], dated: [dear] }).unit).toBe(19_900);
  });
});

describe("seats", () => {
  const tiers = [
    { from: 5, percent: 10 },
    { from: 20, unit: 14_900, options: ["full"] },
  ];
  const listing = (mode: string) => ({ options: [once(19_900)], seats: { mode, tiers } });
  test.each([
    [4, 19_900, 79_600],
    [5, 17_910, 89_550],
    [20, 14_900, 298_000],
  ])("volume: %d at %d are %d", (seats, unit, total) => {
    expect(ask(listing("volume"), { seats })).toMatchObject({ unit, total });
  });
  test.each([
    [4, 79_600],
    [5, 79_600 + 17_910],
    [21, 4 * 19_900 + 15 * 17_910 + 2 * 14_900],
  ])("graduated: each seat at its own tier's, %d are %d", (seats, total) => {
    expect(ask(listing("graduated"), { seats })).toMatchObject({ unit: 19_900, total });
  });
  test("a tier's new unit is never above the unit without it", () => {
    const sale = { kind: "sale", amount: 12_000, options: ["full"] };
    expect(ask({ ...listing("volume"), dated: [sale] }, { seats: 20 }).unit).toBe(12_000);
  });
});

test("who holds a course has the holder's price, on the sum and before codes", () => {
  const listing = {
    options: [once(10_000)],
    holder: { courses: ["c0"], percent: 15 },
    codes: [{ code: "TEN", percent: 10 }],
  };
  expect(ask(listing, { holds: ["c9"] }).total).toBe(10_000);
  expect(ask(listing, { holds: ["c0"], codes: ["ten"] }).total).toBe(7650);
});

describe("codes", () => {
  const codes = [
    { code: "single20", percent: 20 },
    { code: "SINGLE25", percent: 25 },
    { code: "COMB10", percent: 10, combines: true },
    { code: "COMB5", percent: 5, combines: true },
    { code: "MINUS500", amount: 500, combines: true },
    { code: "SOON", percent: 50, from: "2027-04-01" },
    { code: "GONE", percent: 50, through: "2027-02-28" },
    { code: "SPENT", percent: 50, uses: 3, used: 3 },
    { code: "MINE", percent: 50, perPerson: 1, usedByBuyer: 1 },
    { code: "TEAM", percent: 50, leastSeats: 5 },
    { code: "OTHER", percent: 50, listings: ["s2"] },
  ];
  const listing = { options: [once(10_000)], codes };
  const of = (...entered: string[]) => {
    const { total, refused } = ask(listing, { codes: entered });
    return [total, ...refused.map(({ code, reason }) => `${code}: ${reason}`)];
  };
  test("the better of the single ones and of all combining ones together", () => {
    expect(of(" single20 ", "SINGLE25")).toEqual([7500, "SINGLE20: beaten"]);
    // 10000 - 10 % - 5 % - 500 = 8050.
    expect(of("MINUS500", "COMB10", "COMB5")).toEqual([8050]);
    expect(of("SINGLE20", "MINUS500", "COMB10", "COMB5")).toEqual([
      8000,
      "MINUS500: beaten",
      "COMB10: beaten",
      "COMB5: beaten",
    ]);
  });
  test("on a tie the combining ones, then the first entered", () => {
    const tie = [
      { code: "A", percent: 10 },
      { code: "B", amount: 1000 },
      { code: "C", amount: 1000, combines: true },
    ];
    const total = (...entered: string[]) =>
      ask({ options: [once(10_000)], codes: tie }, { codes: entered }).refused.map(
        ({ code }) => code,
      );
    expect(total("B", "A")).toEqual(["A"]);
    expect(total("A", "B", "C")).toEqual(["A", "B"]);
  });
  test("each refusal says which condition failed, in the order entered", () => {
    expect(of("OTHER", "nothing", "SOON", "GONE", "SPENT", "MINE", "TEAM", "Nothing ")).toEqual([
      10_000,
      "OTHER: not-for-this",
      "NOTHING: unknown",
      "SOON: not-yet",
      "GONE: over",
      "SPENT: used-up",
      "MINE: used-by-you",
      "TEAM: too-few-seats",
    ]);
  });
  test("the same code twice counts once, and none goes below zero", () => {
    expect(of("COMB10", " comb10", "COMB10")).toEqual([9000]);
    const much = { options: [once(300)], codes: [{ code: "MUCH", amount: 500 }] };
    expect(ask(much, { codes: ["MUCH"] })).toMatchObject({ total: 0, dueNow: 0, schedule: [] });
  });
  test("a free option looks at no codes", () => {
    const free = { options: [{ id: "f", kind: "free" }], codes };
    expect(ask(free, { codes: ["nothing"] })).toMatchObject({
      total: 0,
      refused: [],
      schedule: [],
    });
  });
});

describe("due now and later", () => {
  test("the deposit first, then the rest; parts of zero are left out", () => {
    const parts = (deposit: number) =>
      dates(
        ask(
          {
            tax: { rate: 2300, included: true },
            options: [
              { id: "p", kind: "installments", amount: 10_000, count: 3, every: "P1M", deposit },
            ],
          },
          { on: "2027-01-31T12:00:00Z" },
        ),
      );
    expect(parts(1000).map(([due, amount]) => [due, amount])).toEqual([
      ["2027-01-31", 1000],
      ["2027-02-28", 3000],
      // From the day of purchase each time, never from the date before.
      ["2027-03-31", 3000],
      ["2027-04-30", 3000],
    ]);
    expect(parts(20_000).map(([due, amount]) => [due, amount])).toEqual([["2027-01-31", 10_000]]);
    expect(parts(1000).reduce((all, [, , tax]) => all + Number(tax), 0)).toBe(1870);
  });
  test("a subscription has twelve dates; after a trial the first is at its end, and nothing is due now", () => {
    const sub = (more = {}, asked = {}) =>
      ask(
        {
          options: [{ id: "s", kind: "subscription", amount: 1500, every: "P1M", ...more }],
          codes: [{ code: "HALF", percent: 50, periods: 3 }],
          tax: { rate: 2300, included: true },
        },
        asked,
      );
    expect(sub().schedule).toHaveLength(12);
    expect(sub().dueNow).toBe(1500);
    const trial = sub({ trial: "P14D" });
    expect(trial.dueNow).toBe(0);
    expect(trial.schedule[0]).toEqual({ due: "2027-03-19", amount: 1500, tax: 280 });
    const half = sub({}, { codes: ["half"] });
    expect(half.schedule.slice(0, 4).map(({ amount, tax }) => [amount, tax])).toEqual([
      [750, 140],
      [750, 140],
      [750, 140],
      [1500, 280],
    ]);
  });
});

test.each([
  [{ options: [] }, "options"],
  [{ options: [once(1)], codes: [{ code: "A" }] }, "codes[0].percent"],
  [{ options: [once(1)], codes: [{ code: "A", percent: 1, amount: 1 }] }, "codes[0].amount"],
  [{ options: [once(1)], dated: [{ kind: "sale", amount: 1 }] }, "dated[0].options"],
  [
    { options: [once(1)], dated: [{ kind: "late", from: "2027-01-01", add: 1, options: ["x"] }] },
    "dated[0].options[0]",
  ],
  [{ options: [once(1.5)] }, "options[0].amount"],
  [{ options: [once(1)], nothing: 1 }, "nothing"],
  [
    { options: [once(1)], seats: { mode: "volume", tiers: [{ from: 2, unit: 1 }] } },
    "seats.tiers[0].options",
  ],
  [{ options: [once(1)], codes: [{ code: "A", percent: 12.345 }] }, "codes[0].percent"],
])("%j is refused at %s", (listing, path) => {
  const read = parseListing({ ...BASE, ...listing });
  expect(read.ok ? [] : read.faults.map((fault) => fault.path)).toEqual([path]);
});

describe("tax by the buyer's place, within a quote", () => {
  const read = parseListing({
    id: "s",
    currency: "EUR",
    timeZone: "Europe/Lisbon",
    tax: { rate: 2300, included: true },
    options: [
      { id: "once", kind: "once", amount: 12_300, default: true },
      { id: "three", kind: "installments", amount: 12_300, count: 3, every: "P1M" },
    ],
    codes: [{ code: "HALF", percent: 50 }],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  const listing = read.value;
  const rates = [
    { country: "PT", kind: "electronic" as const, rate: 2300, from: null },
    { country: "DE", kind: "electronic" as const, rate: 1900, from: null },
  ];
  const ask = (buyer: { country: string; company: boolean; numberValid: boolean }, more = {}) => {
    const place = taxOfPlace({
      seller: { country: "PT", belowThreshold: false },
      buyer,
      kind: "electronic",
      on: "2027-03-06",
      included: true,
      rates,
    });
    if (!place.ok) throw new Error(JSON.stringify(place.faults));
    const at = instant("2027-03-06T11:00:00Z");
    return quote(listing, { at, place: place.value, ...more });
  };
  const consumer = (country: string) => ({ country, company: false, numberValid: false });
  const company = { country: "DE", company: true, numberValid: true };

  test("the worked example of the orders: company, consumer, abroad", () => {
    expect(ask(company)).toMatchObject({ total: 10_000, tax: 0, subtotal: 10_000 });
    expect(ask(consumer("DE"))).toMatchObject({ total: 12_300, tax: 1964 });
    expect(ask(consumer("US"))).toMatchObject({ total: 12_300, tax: 0 });
    expect(ask(consumer("PT"))).toMatchObject({ total: 12_300, tax: 2300 });
  });
  test("lines come to the total, parts and their tax too, whatever code and place", () => {
    for (const buyer of [company, consumer("DE"), consumer("US"), consumer("PT")])
      for (const more of [{}, { option: "three" }, { codes: ["half"] }, { seats: 7 }]) {
        const { lines, total, tax, schedule } = ask(buyer, more);
        const sum = lines
          .filter(({ label }) => label !== "tax included")
          .reduce((all, { amount }) => all + amount, 0);
        expect(sum).toBe(total);
        expect(schedule.reduce((all, part) => all + part.amount, 0)).toBe(total);
        expect(schedule.reduce((all, part) => all + part.tax, 0)).toBe(tax);
      }
  });
});
