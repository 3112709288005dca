/** Memberships: what goes with one, and what is in it for whom. That what was agreed stays is common practice. */
import fc from "fast-check";
import { isInMembership, isOpenBy, membershipFaults, parseListing, quote } from "../../src/sales";
import { instant } from "../helpers";

const NONE = { courses: [], cohorts: [], validity: null };
const paths = (change: object) =>
  membershipFaults({ membership: { except: [], subjects: [] }, ...NONE, ...change }).map(
    ({ path }) => path,
  );

test("it names no courses and no cohorts, and ends by itself: on a date, or counted from the purchase", () => {
  expect(paths({})).toEqual([]);
  expect(paths({ courses: [{ id: "c" }], cohorts: [{}] })).toEqual(["courses", "cohorts"]);
  const ends = (validity: object[]) => paths({ validity });
  expect(
    ends([
      { from: "date", date: "2027-06-30", edge: "end" },
      { from: "access", add: "P1Y" },
      { from: "enrolled", add: "P52W" },
      { from: "paid", add: "P30D" },
    ]),
  ).toEqual([]);
  expect(
    ends([
      { from: "started", add: "P30D" },
      { from: "cohort-end" },
      { from: "completed", item: "l1" },
      { from: "paid", part: 2, add: "P30D" },
      { from: "access", add: "PT36H" },
    ]),
  ).toEqual([
    "validity[0].from",
    "validity[1].from",
    "validity[2].from",
    "validity[3].from",
    "validity[4].add",
  ]);
  // What is sold as courses may do all of it.
  expect(membershipFaults({ ...NONE, membership: null, courses: [{}] })).toEqual([]);
});

const BOUGHT = 1_000;
const ALL = { except: [], subjects: [], promised: [] };
const C = { id: "c", subject: "Rye" };
const isIn = (agreed: string[], now: string[] | null, published: number) =>
  isInMembership(C, { ...ALL, except: agreed }, now && { ...ALL, except: now }, {
    bought: BOUGHT,
    published,
  });

test("what was agreed stays: left out stays out, and in stays in for what was there by then", () => {
  expect(isIn(["c"], [], 0)).toBe(false);
  expect(isIn([], ["c"], BOUGHT)).toBe(true);
  expect(isIn([], ["c"], BOUGHT + 1)).toBe(false);
  expect(isIn([], [], BOUGHT + 1)).toBe(true);
  // It is sold as none any more: who has it keeps what comes.
  expect(isIn([], null, BOUGHT + 1)).toBe(true);
});

test.each([
  ["of its subject", ["Rye"], [], ["Rye"], true],
  ["of one of several", ["Wheat", "Rye"], [], ["Wheat", "Rye"], true],
  ["of another", ["Wheat"], [], ["Wheat"], false],
  ["of another by now, and of this one when it was bought", ["Wheat"], ["c"], ["Wheat"], true],
  ["of this one by now, but today's terms are of others", ["Rye"], [], ["Wheat"], false],
  ["promised, whatever today's terms are of", ["Rye"], ["c"], ["Wheat"], true],
  ["of this one, and today's terms are of any", ["Rye"], [], [], true],
  ["of this one, and it is sold as none any more", ["Rye"], [], null, true],
])("a membership of some subjects: a course %s", (_, subjects, promised, now, holds) => {
  // When it was published first decides nothing there: it may have been of another subject then.
  for (const published of [0, BOUGHT + 1])
    expect(
      isInMembership(C, { except: [], subjects, promised }, now && { except: [], subjects: now }, {
        bought: BOUGHT,
        published,
      }),
    ).toBe(holds);
  // Left out of it is out of it.
  const out = { except: ["c"], subjects, promised };
  expect(isInMembership(C, out, null, { bought: BOUGHT, published: 0 })).toBe(false);
});

const ids = fc.uniqueArray(fc.constantFrom("a", "b", "c", "d"));
const kinds = fc.uniqueArray(fc.constantFrom("Rye", "Wheat", "Spelt"));
const course = fc.record({
  id: fc.constantFrom("a", "b", "c", "d"),
  subject: fc.constantFrom("", "Rye", "Wheat", "Spelt"),
});

test("leaving a course out never opens one, and never shuts what was published by the purchase", () => {
  fc.assert(
    fc.property(ids, ids, fc.nat(2_000), course, (agreed, now, published, x) => {
      const when = { bought: BOUGHT, published };
      const before = isInMembership(x, { ...ALL, except: agreed }, ALL, when);
      const after = isInMembership(x, { ...ALL, except: agreed }, { ...ALL, except: now }, when);
      if (after && !before) return false;
      return published > BOUGHT || before === after;
    }),
  );
});

test("what was open by the terms of the day of the purchase stays open, whatever becomes of terms and subjects", () => {
  fc.assert(
    fc.property(
      fc.record({ except: ids, subjects: kinds }),
      fc.option(fc.record({ except: ids, subjects: kinds })),
      course,
      fc.constantFrom("", "Rye", "Wheat", "Spelt"),
      (terms, now, then, subject) => {
        if (!isOpenBy(terms, then)) return true;
        const promised = terms.subjects.length === 0 ? [] : [then.id];
        const when = { bought: BOUGHT, published: BOUGHT - 1 };
        return isInMembership({ ...then, subject }, { ...terms, promised }, now, when);
      },
    ),
  );
});

test("members have the holder's price as those have who are in a course; once, if both", () => {
  const read = parseListing({
    id: "s1",
    currency: "EUR",
    timeZone: "Europe/Lisbon",
    courses: [{ id: "c" }],
    options: [{ id: "full", kind: "once", amount: 10_000 }],
    holder: { courses: ["c0"], memberships: ["all"], percent: 15 },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  const total = (holds: string[], memberships: string[]) =>
    quote(read.value, {
      at: instant("2027-03-01T12:00:00Z"),
      option: "full",
      holds,
      memberships,
    }).total;
  expect([total([], []), total(["c0"], []), total([], ["all"])]).toEqual([10_000, 8_500, 8_500]);
  expect(total(["c0"], ["all"])).toBe(8_500);
  // The names of courses and of memberships do not meet.
  expect(total(["all"], ["c0"])).toBe(10_000);
});
