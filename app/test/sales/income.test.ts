/** Income as a table and a picture have it: parted, added up, from the first month on in which there is anything. */
import type { Income } from "@dawngate/contract/sales";
import { fromFirst, monthWords, overAll, partsOf } from "../../src/sales/income/income-rows";
import { sayBehind, sayUnread, sayWhatComes } from "../../src/sales/income/what-comes";

const month = (name: string, received: number, earned: number, due = 0) => ({
  month: name,
  received,
  earned,
  due,
  deferred: received - earned,
});
const row = (listing: string, cohort: string | null, received: number, partner = "") => ({
  listing: { id: listing, title: `Listing ${listing}` },
  course: { id: "c", title: "Rye" },
  cohort: cohort === null ? null : { id: cohort, name: `Cohort ${cohort}` },
  partner: partner === "" ? null : { id: partner, name: `Partner ${partner}` },
  renewed: cohort !== null,
  months: [month("2027-03", received, 100), month("2027-04", 0, 50, 30)],
});
const INCOME: Income = {
  at: "2027-03-05T12:00:00Z",
  currency: "EUR",
  thisMonth: "2027-03",
  months: [],
  rows: [row("a", null, 500), row("a", "k", 200), row("b", null, 900, "p")],
  usual: { due: 0, unpaid: 0 },
  orders: 3,
  behind: 0,
  unread: [],
};

test("by listing, course or cohort the same comes to the same, the most first", () => {
  expect(partsOf(INCOME, "listing").map(({ name }) => name)).toEqual(["Listing b", "Listing a"]);
  expect(partsOf(INCOME, "cohort").map(({ name }) => name)).toEqual(["In no cohort", "Cohort k"]);
  expect(partsOf(INCOME, "partner").map(({ name }) => name)).toEqual([
    "Partner p",
    "By nobody's link",
  ]);
  expect(partsOf(INCOME, "renewed").map(({ name }) => name)).toEqual(["Bought anew", "Renewed"]);
  for (const by of ["listing", "course", "cohort", "partner", "renewed"] as const) {
    const sums = partsOf(INCOME, by).map(({ months }) => overAll(months));
    expect(sums.reduce((all, { received }) => all + received, 0)).toBe(1600);
    expect(sums.reduce((all, { earned }) => all + earned, 0)).toBe(450);
    expect(sums.reduce((all, { due }) => all + due, 0)).toBe(90);
  }
});

test("months before anything happened are left out, those between are not", () => {
  const months = [month("2027-01", 0, 0), month("2027-02", 5, 0), month("2027-03", 0, 0)];
  expect(fromFirst(months).map((one) => one.month)).toEqual(["2027-02", "2027-03"]);
  expect(fromFirst([month("2027-01", 0, 0)])).toHaveLength(1);
});

test("a month is called by its name", () => {
  expect(monthWords("2027-03")).toMatch(/^Mar\w* 2027$/);
});

test("what comes of what is due is said with what it is worked out from, or not at all", () => {
  const said = (due: number, usual: { due: number; unpaid: number }) =>
    sayWhatComes({
      currency: "EUR",
      thisMonth: "2027-03",
      months: [
        month("2027-02", 0, 0, 700),
        month("2027-03", 0, 0, due),
        month("2027-04", 0, 0, due),
      ].map((one) => ({ ...one, tax: 0, dueTax: 0 })),
      usual,
    });
  expect(said(0, { due: 100, unpaid: 0 })).toBeNull();
  expect(said(500, { due: 0, unpaid: 0 })).toBeNull();
  expect(said(500, { due: 1000, unpaid: 0 })).toBe(
    "€10.00 is due until Apr 2027. Of €10.00 that fell due after the purchase within a year all was paid.",
  );
  expect(said(500, { due: 1000, unpaid: 250 })).toBe(
    "€10.00 is due until Apr 2027. Of €10.00 that fell due after the purchase within a year €2.50 was not paid, 25 %; if it goes on like this, €7.50 comes.",
  );
  expect(said(500, { due: 100_000, unpaid: 1 })).toMatch(/€0\.01 was not paid, less than 1 %;/);
});

test("what is not in the figures yet is said, of one and of many", () => {
  expect(sayBehind(1)).toBe(
    "What happened lately to one order is being worked out, and comes into these figures by itself.",
  );
  expect(sayBehind(1200)).toContain("to 1200 orders is");
});

test("orders that cannot be read are named, and not left out in silence", () => {
  expect(sayUnread(["o-1"])).toBe(
    "Order o-1 cannot be read and is not in these figures. Tell whoever runs this server.",
  );
  expect(sayUnread(["o-1", "o-2"])).toContain("Orders o-1, o-2 cannot be read and are not");
});
