/** Faults of an offer, each with its figures (calculations.md 9). */
import { type Offering, parseListing, salesSnags } from "../../src/sales";

const once = { id: "full", kind: "once", amount: 10_000, default: true };
const three = { id: "three", kind: "installments", amount: 9000, count: 3, every: "P1M" };
const OPEN: Offering = { window: null, seatLimit: null, validity: null };
const days = (count: number) => ({
  from: "access" as const,
  add: `P${count}D`,
  edge: "end" as const,
});

function reasons(parts: object, offering: Partial<Offering> = {}, options: object[] = [once]) {
  const read = parseListing({
    id: "s1",
    currency: "EUR",
    timeZone: "Europe/Lisbon",
    courses: [{ id: "c" }],
    options,
    ...parts,
  });
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return salesSnags(read.value, { ...OPEN, ...offering }, "2027-01-15").map(
    ({ weight, reason }) => `${weight}: ${reason}`,
  );
}
const window = { opens: "2027-02-01", closes: "2027-02-28" };

test("a sound offer has none", () => {
  expect(
    reasons(
      {
        dated: [{ kind: "sale", from: "2027-02-01", through: "2027-02-14", percent: 10 }],
        codes: [{ code: "A", percent: 10, through: "2027-02-20" }],
        seats: { mode: "volume", tiers: [{ from: 20, percent: 1 }] },
      },
      { window, validity: [days(90)], seatLimit: 100 },
      [once, three],
    ),
  ).toEqual([]);
});

test.each<[string, object, Partial<Offering>, object[], string]>([
  ["nothing in it", { courses: [] }, {}, [once], "stops: Nothing is in it: choose a course."],
  [
    "only renewals",
    {},
    {},
    [{ ...once, renewal: true }],
    "stops: There is no way to pay for somebody new.",
  ],
  [
    "a sale that is none",
    { dated: [{ kind: "sale", amount: 10_000, options: ["full"] }] },
    {},
    [once],
    "likely: The sale price 100.00 is not below 100.00, so it never counts.",
  ],
  [
    "a sale before the window",
    { dated: [{ kind: "sale", through: "2027-01-31", percent: 10 }] },
    { window },
    [once],
    "likely: The sale price ends on 2027-01-31, before the window opens (2027-02-01).",
  ],
  [
    "a sale after the window",
    { dated: [{ kind: "sale", from: "2027-03-01", percent: 10 }] },
    { window },
    [once],
    "likely: The sale begins on 2027-03-01, after the window has closed (2027-02-28).",
  ],
  [
    "a sale longer than the window",
    { dated: [{ kind: "sale", through: "2027-03-31", percent: 10 }] },
    { window },
    [once],
    "look: The sale price holds until 2027-03-31, longer than the window (2027-02-28).",
  ],
  [
    "a late fee after the window",
    { dated: [{ kind: "late", from: "2027-03-01", add: 100, options: ["full"] }] },
    { window },
    [once],
    "likely: The late fee begins on 2027-03-01, after the window has closed (2027-02-28).",
  ],
  [
    "parts after access has ended",
    {},
    { validity: [days(30)] },
    [three],
    "likely: Who buys today pays the last part on 2027-03-15, after access has ended on 2027-02-14.",
  ],
  [
    "parts after the day through which access goes, the earlier end counting",
    {},
    { validity: [days(90), { from: "date", date: "2027-02-28", edge: "end" }] },
    [three],
    "likely: Who buys today pays the last part on 2027-03-15, after access has ended on 2027-02-28.",
  ],
  [
    "a code that is over",
    { codes: [{ code: "old", percent: 5, through: "2027-01-14" }] },
    {},
    [once],
    "look: The code OLD never counts: it ended on 2027-01-14.",
  ],
  [
    "a code for more seats than there are",
    { codes: [{ code: "team", percent: 5, leastSeats: 10 }] },
    { seatLimit: 5 },
    [once],
    "look: The code TEAM never counts: it asks for 10 seats, and there are 5.",
  ],
  [
    "a bundle dearer than its parts",
    {
      courses: [
        { id: "a", price: 4000 },
        { id: "b", price: 5000 },
      ],
    },
    {},
    [once],
    "likely: The bundle costs 100.00, its parts by themselves 90.00.",
  ],
  [
    "more seats for less",
    { seats: { mode: "volume", tiers: [{ from: 10, percent: 20 }] } },
    {},
    [once],
    "look: 10 seats cost 800.00, 9 cost 900.00: more for less.",
  ],
])("%s", (_, parts, offering, options, reason) => {
  expect(reasons(parts, offering, options)).toEqual([reason]);
});
