/** Memberships: what goes with one, and what is in it for whom. That what was agreed stays is common practice. */
import fc from "fast-check";
import { isInMembership, membershipFaults, parseListing, quote } from "../../src/sales";
import { instant } from "../helpers";

const NONE = { courses: [], cohorts: [], validity: null };
const paths = (change: object) =>
  membershipFaults({ membership: { except: [] }, ...NONE, ...change }).map(({ path }) => path);

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
const isIn = (agreed: string[], now: string[] | null, published: number) =>
  isInMembership("c", { except: agreed }, now && { except: now }, { bought: BOUGHT, published });

test("what was agreed stays: left out stays out, and in stays in for what was there by then", () => {
  expect(isIn(["c"], [], 0)).toBe(false);
  expect(isIn([], ["c"], BOUGHT)).toBe(true);
  expect(isIn([], ["c"], BOUGHT + 1)).toBe(false);
  expect(isIn([], [], BOUGHT + 1)).toBe(true);
  // It is sold as none any more: who has it keeps what comes.
  expect(isIn([], null, BOUGHT + 1)).toBe(true);
});

test("leaving a course out never opens one, and never shuts what was published by the purchase", () => {
  const ids = fc.uniqueArray(fc.constantFrom("a", "b", "c", "d"));
  fc.assert(
    fc.property(
      ids,
      ids,
      fc.nat(2_000),
      fc.constantFrom("a", "b", "c", "d"),
      (agreed, now, at, x) => {
        const when = { bought: BOUGHT, published: at };
        const before = isInMembership(x, { except: agreed }, { except: [] }, when);
        const after = isInMembership(x, { except: agreed }, { except: now }, when);
        if (after && !before) return false;
        return at > BOUGHT || before === after;
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
