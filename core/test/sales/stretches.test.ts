import { type Listing, parseListing, priceNote, stretchesOf } from "../../src/sales";
import { formatDate, type Instant, type LocalDate, parseDate } from "../../src/time";

const once = { id: "once", kind: "once" as const, amount: 19_000, default: true, renewal: false };
function listingOf(parts: object): Listing {
  const read = parseListing({
    id: "l",
    currency: "EUR",
    timeZone: "Europe/Lisbon",
    options: [once],
    ...parts,
  });
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.value;
}
const day = (text: string): LocalDate => {
  const date = parseDate(text);
  if (!date.ok) throw new Error(date.reason);
  return date.value;
};

test("a price over time is its stretches: early, full, a sale, and a late fee", () => {
  const listing = listingOf({
    dated: [
      { kind: "early", through: "2026-12-31", percent: 10 },
      {
        kind: "sale",
        from: "2027-02-01",
        through: "2027-02-14",
        amount: 14_900,
        options: ["once"],
      },
      { kind: "late", from: "2027-03-01", add: 1500, options: ["once"] },
    ],
  });
  expect(
    stretchesOf(listing, "once", day("2026-12-01"), day("2027-04-01")).map(
      ({ from, through, amount }) => [formatDate(from), formatDate(through), amount],
    ),
  ).toEqual([
    ["2026-12-01", "2026-12-31", 17_100],
    ["2027-01-01", "2027-01-31", 19_000],
    ["2027-02-01", "2027-02-14", 14_900],
    ["2027-02-15", "2027-02-28", 19_000],
    ["2027-03-01", "2027-04-01", 20_500],
  ]);
});

test("days on which nothing changes make one stretch", () => {
  const listing = listingOf({
    dated: [{ kind: "sale", from: "2027-02-01", through: "2027-02-14", percent: 0 }],
  });
  expect(stretchesOf(listing, "once", day("2027-01-01"), day("2027-03-01"))).toHaveLength(1);
});

const at = (text: string) => Date.parse(text) as Instant;
const noteOn = (when: string, ...terms: [string, object | null][]) => {
  const { rises, before } = priceNote(
    terms.map(([from, parts]) => ({ from: at(from), listing: parts && listingOf(parts) })),
    "once",
    at(when),
  );
  return { rises: rises && [formatDate(rises.on), rises.amount], before };
};

// Directive 98/6/EC, article 6a (put in by Directive (EU) 2019/2161, article 2): beside a lowered price stands the
// lowest of the thirty days before it was lowered. The examples are ours, on the Commission's reading of it
// (2021/C 526/02, "Guidance on article 6a"), which is named from memory.
describe("what is told beside a price", () => {
  const early = { dated: [{ kind: "early", through: "2026-12-31", percent: 10 }] };

  test("an early price set while the full one stood: the full one, and the day on which it comes back", () => {
    expect(
      noteOn("2026-12-10T12:00:00Z", ["2026-10-01T09:00:00Z", {}], ["2026-12-01T09:00:00Z", early]),
    ).toEqual({ rises: ["2027-01-01", 19_000], before: 19_000 });
  });

  test("a price that was early from the first day was never higher", () => {
    expect(noteOn("2026-12-10T12:00:00Z", ["2026-12-01T09:00:00Z", early])).toEqual({
      rises: ["2027-01-01", 19_000],
      before: null,
    });
  });

  test("a price that nobody could buy at is no price there was", () => {
    const draft: [string, object | null] = ["2026-10-01T09:00:00Z", null];
    expect(noteOn("2026-12-10T12:00:00Z", draft, ["2026-12-01T09:00:00Z", early]).before).toBe(
      null,
    );
  });

  test("a price raised just before a sale is not what the sale is measured by", () => {
    const dear = { options: [{ ...once, amount: 25_000 }] };
    const sale = {
      options: [{ ...once, amount: 25_000 }],
      dated: [
        {
          kind: "sale",
          from: "2026-12-10",
          through: "2026-12-20",
          amount: 17_000,
          options: ["once"],
        },
      ],
    };
    const terms: [string, object | null][] = [
      ["2026-10-01T09:00:00Z", {}],
      ["2026-12-03T09:00:00Z", dear],
      ["2026-12-09T09:00:00Z", sale],
    ];
    expect(noteOn("2026-12-12T12:00:00Z", ...terms)).toEqual({
      rises: ["2026-12-21", 25_000],
      before: 19_000,
    });
    // Thirty days after the rise the new price is the lowest there was.
    const later = {
      ...sale,
      dated: [{ ...sale.dated[0], from: "2027-01-10", through: "2027-01-20" }],
    };
    expect(
      noteOn("2027-01-12T12:00:00Z", ...terms.slice(0, 2), ["2027-01-09T09:00:00Z", later]),
    ).toEqual({ rises: ["2027-01-21", 25_000], before: 25_000 });
  });

  test("a second sale within thirty days of the first is not below anything", () => {
    const two = {
      dated: [
        {
          kind: "sale",
          from: "2026-11-01",
          through: "2026-11-07",
          amount: 15_000,
          options: ["once"],
        },
        {
          kind: "sale",
          from: "2026-11-20",
          through: "2026-11-30",
          amount: 15_000,
          options: ["once"],
        },
      ],
    };
    expect(noteOn("2026-11-25T12:00:00Z", ["2026-09-01T09:00:00Z", two])).toEqual({
      rises: ["2026-12-01", 19_000],
      before: null,
    });
  });

  test("a lasting price has nothing beside it", () => {
    expect(noteOn("2026-11-25T12:00:00Z", ["2026-09-01T09:00:00Z", {}])).toEqual({
      rises: null,
      before: null,
    });
    expect(priceNote([], "once", at("2026-11-25T12:00:00Z"))).toEqual({
      rises: null,
      before: null,
    });
  });
});
