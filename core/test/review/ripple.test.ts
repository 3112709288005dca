/** What a change does to the people in it: worked by hand, and as promises that hold for any plan. */
import { type Plan, parsePlan } from "@dawngate/core/plan";
import { ripple } from "@dawngate/core/review";
import { inFavor, timelines } from "@dawngate/core/schedule";
import { formatInstant, type Instant } from "@dawngate/core/time";
import fc from "fast-check";
import { instants, plans } from "../schedule/generated";

const at = (text: string) => Date.parse(text) as Instant;
const NOW = at("2027-03-20T12:00:00Z");
const DAY = 86_400_000;

const plan = (days: number[], more: object = {}): Plan => {
  const parsed = parsePlan({
    dawnGatePlan: 1,
    school: { timeZone: "Europe/Lisbon", currency: "EUR" },
    courses: [
      {
        id: "c",
        title: "Bread",
        releaseHour: "07:00",
        validity: [{ from: "enrolled", add: "P90D", edge: "end" }],
        modules: days.map((n, i) => ({
          id: `m${i + 1}`,
          title: `Part ${i + 1}`,
          gate: n === 0 ? null : { need: "all", when: [{ from: "enrolled", add: `P${n}D` }] },
          lessons: [],
        })),
        ...more,
      },
    ],
    enrollments: ["2027-03-05", "2027-03-08", "2027-03-18"].map((date, i) => ({
      id: `e${i + 1}`,
      course: "c",
      timeZone: "Europe/Lisbon",
      enrolledAt: `${date}T14:20:00Z`,
    })),
  });
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults));
  return parsed.plan;
};

describe("a part moved by two weeks", () => {
  // On 20 March: e1 has had part 2 (7 days) since the 12th, e2 since the 15th, e3 will have it on the 25th.
  const [before, after] = [plan([0, 7]), plan([0, 21])];
  const result = ripple(before, after, before.enrollments, NOW);
  test("says who loses what they could open, first and by name", () => {
    expect(result.totals).toEqual({
      people: 3,
      touched: 3,
      gains: 0,
      loses: 2,
      later: 3,
      earlier: 0,
      endsEarlier: 0,
      endsLater: 0,
    });
    expect(result.people.map(({ id, loses }) => [id, loses])).toEqual([
      ["e1", ["m2"]],
      ["e2", ["m2"]],
      ["e3", []],
    ]);
  });
  test("and by how much whose dates move", () => {
    const [move] = result.people[0]?.moves ?? [];
    expect(move).toMatchObject({ item: "m2", what: "opens" });
    expect([move?.before, move?.after].map((one) => one && formatInstant(one))).toEqual([
      "2027-03-12T07:00:00Z",
      "2027-03-26T07:00:00Z",
    ]);
    expect(result.groups.map(({ people }) => people)).toEqual([["e1", "e2"], ["e3"]]);
  });
  test("only in favor, nobody is touched by it, and moved the other way they gain", () => {
    expect(ripple(before, after, before.enrollments, NOW, "only-in-favor").totals.touched).toBe(0);
    const back = ripple(after, before, after.enrollments, NOW, "only-in-favor");
    expect(back.totals).toMatchObject({ gains: 2, loses: 0, later: 0, earlier: 3 });
  });
});

describe("other changes", () => {
  test("nothing changed touches nobody", () => {
    const same = plan([0, 7]);
    expect(ripple(same, plan([0, 7]), same.enrollments, NOW)).toEqual({
      totals: {
        people: 3,
        touched: 0,
        gains: 0,
        loses: 0,
        later: 0,
        earlier: 0,
        endsEarlier: 0,
        endsLater: 0,
      },
      groups: [],
      people: [],
    });
  });
  test("a shorter validity ends access earlier for all", () => {
    const before = plan([0, 7]);
    const after = plan([0, 7], { validity: [{ from: "enrolled", add: "P30D", edge: "end" }] });
    expect(ripple(before, after, before.enrollments, NOW).totals).toMatchObject({
      endsEarlier: 3,
      endsLater: 0,
    });
    expect(ripple(after, before, after.enrollments, NOW).totals).toMatchObject({
      endsEarlier: 0,
      endsLater: 3,
    });
    expect(ripple(before, after, before.enrollments, NOW, "only-in-favor").totals.touched).toBe(0);
  });
  test("a part that is new is gained where it opens at once; one that is gone is lost where it was open", () => {
    const [two, three] = [plan([0, 7]), plan([0, 7, 0])];
    expect(ripple(two, three, two.enrollments, NOW).people[0]).toMatchObject({
      appears: ["m3"],
      gains: ["m3"],
      loses: [],
    });
    expect(ripple(three, two, three.enrollments, NOW).people[0]).toMatchObject({
      goes: ["m3"],
      loses: ["m3"],
    });
    expect(ripple(three, two, three.enrollments, NOW, "only-in-favor").totals.touched).toBe(0);
  });
});

describe("promises, for any two plans (properties)", () => {
  /** Two plans with the same people in them. */
  const pairs = fc.tuple(plans, plans, instants).map(([a, b, now]) => {
    const [x, y] = [parsePlan(a), parsePlan(b)];
    return x.ok && y.ok
      ? { before: x.plan, after: { ...y.plan, enrollments: x.plan.enrollments }, now: at(now) }
      : null;
  });
  const order = (instant: Instant | null) => instant ?? Number.POSITIVE_INFINITY;
  test("only in favor: nobody's opening moves later, nobody's closing or end earlier, nobody loses what is open", () => {
    fc.assert(
      fc.property(pairs, (pair) => {
        fc.pre(pair !== null);
        const { before, after, now } = pair as NonNullable<typeof pair>;
        const { totals, people } = ripple(before, after, before.enrollments, now, "only-in-favor");
        expect(totals).toMatchObject({ loses: 0, later: 0, endsEarlier: 0 });
        for (const { moves, goes } of people) {
          expect(goes).toEqual([]);
          for (const move of moves) {
            if (move.what === "opens") expect(order(move.after)).toBeLessThan(order(move.before));
            else expect(order(move.after)).toBeGreaterThan(order(move.before));
          }
        }
      }),
      { numRuns: 300 },
    );
  });
  test("there and back again cancel out: what is gained one way is lost the other", () => {
    fc.assert(
      fc.property(pairs, (pair) => {
        fc.pre(pair !== null);
        const { before, after, now } = pair as NonNullable<typeof pair>;
        const there = ripple(before, after, before.enrollments, now).totals;
        const back = ripple(after, before, before.enrollments, now).totals;
        expect([there.gains, there.loses, there.later, there.endsEarlier]).toEqual([
          back.loses,
          back.gains,
          back.earlier,
          back.endsLater,
        ]);
      }),
      { numRuns: 200 },
    );
  });
  test("the same version held twice is that version", () => {
    fc.assert(
      fc.property(plans, instants, (source, now) => {
        const parsed = parsePlan(source);
        fc.pre(parsed.ok);
        if (!parsed.ok) return;
        for (const timeline of timelines(parsed.plan, at(now)))
          expect(inFavor([timeline, timeline], at(now))).toEqual(timeline);
      }),
      { numRuns: 100 },
    );
  });
});

test("ten thousand people in a course are seen in one go", () => {
  const before = plan([0, 7, 14]);
  const people = Array.from({ length: 10_000 }, (_, i) => ({
    ...(before.enrollments[0] as Plan["enrollments"][number]),
    id: `e${i}`,
    enrolledAt: formatInstant((NOW - (i % 40) * DAY) as Instant),
  }));
  const { totals, groups } = ripple(before, plan([0, 8, 14]), people, NOW);
  expect(totals.touched).toBe(10_000);
  expect(groups.length).toBeLessThan(10);
});
