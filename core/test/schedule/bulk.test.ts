/** The bulk evaluator beside the plain one: every column of every person, on generated plans, zones and events. */
import fc from "fast-check";
import type { Plan } from "../../src/plan";
import { compareAll, ripple } from "../../src/review";
import { happeningsOf, inFavor, type Timeline, timelines } from "../../src/schedule";
import {
  AgendaCount,
  type Answered,
  BulkCourse,
  CrowdCount,
  holdTogether,
  layOut,
  type People,
  STATES,
  type Wanted,
} from "../../src/schedule/bulk";
import { type Instant, localDateAt, zoneOf } from "../../src/time";
import { instant, parsed } from "../helpers";
import { enrollments, instants, plans } from "./generated";

const ALL = { notBefore: true, closes: true, due: true, states: true };
/** More runs, once in a while: DAWNGATE_RUNS=20000. */
const runs = (usual: number) => ({ numRuns: Number(process.env.DAWNGATE_RUNS ?? usual) });

/** A number of a column, as the plain evaluator has it. */
const known = (at: number | undefined) => (at === undefined || Number.isNaN(at) ? null : at);

/** What the plain evaluator says, without its explanations. */
const plainly = ({ id, access, progress, completedAt, items }: Timeline) => ({
  id,
  from: access.from,
  knownFrom: access.knownFrom,
  until: access.until,
  state: access.state,
  shutBy: access.shutBy,
  progress,
  completedAt,
  items: items.map(({ id: item, opens, notBefore, closes, due, state, done }) => ({
    id: item,
    opens,
    notBefore,
    closes,
    due,
    state,
    done,
  })),
});

/** The same from columns. */
const written = (people: People, { items, answer }: Answered) =>
  people.ids.map((id, p) => ({
    id,
    from: known(answer.accessFrom[p]),
    knownFrom: answer.accessKnownFrom[p],
    until: known(answer.accessUntil[p]),
    state: STATES[answer.accessState[p] as number],
    shutBy: [null, "pause", "suspension"][answer.shutBy[p] as number],
    progress: { done: answer.progressDone[p], of: answer.required },
    completedAt: known(answer.completedAt[p]),
    items: items.map((item, i) => {
      const at = p * answer.items + i;
      return {
        id: item.id,
        opens: known(answer.opens[at]),
        notBefore: known(answer.notBefore[at]),
        closes: known(answer.closes[at]),
        due: known(answer.due[at]),
        state: STATES[answer.state[at] as number],
        done: answer.done[at] === 1,
      };
    }),
  }));

function inBulk(
  { school, courses, cohorts }: Plan,
  people: People,
  now: Instant,
  wanted: Wanted = ALL,
): Answered {
  const [course] = courses;
  if (!course) throw new Error("no course");
  const bulk = new BulkCourse(school, course, cohorts, people.names);
  return { items: bulk.items, answer: bulk.answer(people, now, wanted) };
}

/** Compared as texts, which is quick; only where they differ is the difference looked for. */
function expectEqual(found: unknown, expected: unknown): void {
  if (JSON.stringify(found) !== JSON.stringify(expected)) expect(found).toEqual(expected);
}

/** A generated plan with more people in it, each other one in its cohort. */
const crowded = (least = 0) =>
  fc
    .tuple(plans, fc.array(enrollments, { minLength: least, maxLength: 3 }))
    .map(([plan, others]) => ({
      ...plan,
      enrollments: [
        ...plan.enrollments,
        ...others.map((one, i) => ({
          id: `other ${i}`,
          course: "c",
          cohort: i % 2 === 0 ? null : (plan.cohorts[0]?.id ?? null),
          ...one,
        })),
      ],
    }));

/** A course whose gates count whole days, and people to whom little has happened: the short loops. */
const weekly = crowded(2).chain((plan) =>
  fc
    .tuple(
      fc.array(fc.nat(60), { minLength: 9, maxLength: 9 }),
      fc.constantFrom("enrolled", "access", null),
      fc.constantFrom({}, { at: "06:30" }, { weekdays: [1, 4] }, { workdays: true, weekdays: [5] }),
      fc.constantFrom("07:00", "02:30"),
      fc.nat(511),
    )
    .map(([days, from, align, releaseHour, gated]) => {
      let number = 0;
      const part = <T extends object>(item: T) => {
        const n = number++;
        const anchor = from ?? (n % 2 === 0 ? "enrolled" : "access");
        const when = [{ from: anchor, add: `P${days[n]}D`, ...align }];
        const gate = (gated >> n) & 1 ? { need: n % 3 === 0 ? "any" : "all", when } : null;
        return { ...item, gate, sample: undefined };
      };
      const [course] = plan.courses;
      const modules = course?.modules.map(({ lessons, ...module }) => {
        const { sample: _, ...own } = part(module);
        return { ...own, lessons: lessons.map((lesson) => part(lesson)) };
      });
      return {
        ...plan,
        courses: [{ ...course, releaseHour, counting: "calendar", modules }],
        enrollments: plan.enrollments.map((one, i) => (i === 0 ? one : { ...one, events: [] })),
      };
    }),
);

describe("the bulk evaluator equals the plain one", () => {
  const equal = (plan: unknown, at: string) => {
    const [whole, now] = [parsed(plan), instant(at)];
    const people = layOut(whole.enrollments);
    const expected = timelines(whole, now).map(plainly);
    expectEqual(written(people, inBulk(whole, people, now)), expected);
    // Nobody asks what is known of what waits: then there is a shorter way for those to whom nothing has happened.
    const short = written(people, inBulk(whole, people, now, { ...ALL, notBefore: false }));
    const without = <T extends { items: object[] }>(all: T[]) =>
      all.map((one) => ({ ...one, items: one.items.map((item) => ({ ...item, notBefore: 0 })) }));
    expectEqual(without(short), without(expected));
    // Openings alone: the shortest way.
    const { items, answer } = inBulk(whole, people, now, {});
    expectEqual(
      people.ids.map((_, p) => items.map((_item, i) => known(answer.opens[p * items.length + i]))),
      expected.map((one) => one.items.map(({ opens }) => opens)),
    );
  };
  test("in every column, for people of all zones with any history, with and without a cohort", () => {
    fc.assert(fc.property(crowded(), instants, equal), runs(250));
  });
  test("and where gates count whole days and nothing has happened, which takes the short way", () => {
    fc.assert(fc.property(weekly, instants, equal), runs(100));
  });
  test("for dates so far off that no table holds them", () => {
    const far = {
      dawnGatePlan: 1,
      school: { timeZone: "Europe/Lisbon", currency: "EUR" },
      courses: [
        {
          id: "c",
          title: "c",
          releaseHour: "07:00",
          validity: [{ from: "enrolled", add: "P1000Y", edge: "end" }],
          modules: ["P900Y", "P1D", "P1000Y", "-P1000Y", "P200Y"].map((add, i) => ({
            id: `m${i}`,
            title: "m",
            gate: { need: "all", when: [{ from: "enrolled", add }] },
            lessons: [],
          })),
        },
      ],
      enrollments: ["1900-01-01T00:00:00Z", "2999-12-31T23:59:00Z", "2027-01-01T00:00:00Z"].map(
        (enrolledAt, i) => ({ id: `e${i}`, course: "c", timeZone: "Asia/Tokyo", enrolledAt }),
      ),
    };
    equal(far, "2027-06-01T00:00:00Z");
  });
});

describe("several versions in columns", () => {
  /** The same people in two courses of the same name. */
  const two = fc.tuple(crowded(1), plans, instants);
  const both = ([plan, other]: [Awaited<object>, { courses: unknown }, string]) => [
    parsed(plan),
    parsed({ ...plan, courses: other.courses }),
  ];
  test("held together, they are what the plain evaluator's are", () => {
    fc.assert(
      fc.property(two, (given) => {
        const [older, newer] = both(given) as [Plan, Plan];
        const now = instant(given[2]);
        const people = layOut(older.enrollments);
        const held = holdTogether([inBulk(older, people, now), inBulk(newer, people, now)], now);
        const [was, is] = [timelines(older, now), timelines(newer, now)];
        const expected = was.map((one, p) => inFavor([one, is[p] as Timeline], now));
        // Which of two equal starts is named, and what else is known of one that waits, only a why says.
        const bare = (all: ReturnType<typeof plainly>[]) =>
          all.map(({ knownFrom: _, items, ...one }) => ({
            ...one,
            items: items.map(({ notBefore: __, ...item }) => item),
          }));
        expectEqual(
          bare(written(people, held) as ReturnType<typeof plainly>[]),
          bare(expected.map(plainly)),
        );
      }),
      runs(100),
    );
  });
  test("compared, they name the same people with the same moves as the plain ripple", () => {
    fc.assert(
      fc.property(two, (given) => {
        const [older, newer] = both(given) as [Plan, Plan];
        const now = instant(given[2]);
        const people = layOut(older.enrollments);
        const [was, is] = [inBulk(older, people, now), inBulk(newer, people, now)];
        for (const way of ["everybody", "only-in-favor"] as const) {
          const becomes = way === "everybody" ? is : holdTogether([was, is], now);
          const found = compareAll(people.ids, was, becomes);
          const plain = ripple(older, newer, older.enrollments, now, way).people;
          const byId = (list: typeof found) => list.toSorted((a, b) => (a.id < b.id ? -1 : 1));
          expectEqual(byId(found), byId(plain));
        }
      }),
      runs(100),
    );
  });
});

test("a crowd: how many have each item open at each instant is what one counts one by one", () => {
  fc.assert(
    fc.property(crowded(2), instants, (plan, at) => {
      const [whole, now] = [parsed(plan), instant(at)];
      const people = layOut(whole.enrollments);
      const count = new CrowdCount(now);
      count.add(inBulk(whole, people, now));
      const crowd = count.picture(41);
      const everybody = timelines(whole, now);
      const counted = everybody.filter(({ access }) => access.shutBy === null);
      expect(crowd.people).toBe(counted.length);
      expect(crowd.shut).toBe(everybody.length - counted.length);
      for (const { id, open, first, waiting } of crowd.items) {
        const own = counted.map(({ items }) => items.find((item) => item.id === id));
        const known = own.flatMap((item) => (item?.opens == null ? [] : [item.opens]));
        expect(first).toBe(known.length === 0 ? null : Math.min(...known));
        expect(waiting).toBe(own.length - known.length);
        for (let s = 0; s < 41; s++) {
          const then = crowd.from + s * crowd.step;
          if (then > now + 366 * 86_400_000) continue;
          const is = own.filter(
            (item) =>
              item?.opens != null &&
              item.opens <= then &&
              (item.closes === null || item.closes > then),
          );
          expect(open[s]).toBe(is.length);
        }
      }
    }),
    runs(70),
  );
});

test("an agenda: what happens on which day, for how many, is what one counts one by one", () => {
  const first = localDateAt(zoneOf("Europe/Lisbon"), instant("2027-03-01T12:00:00Z"));
  const zone = zoneOf("Europe/Lisbon");
  fc.assert(
    fc.property(crowded(2), instants, (plan, at) => {
      const [whole, now] = [parsed(plan), instant(at)];
      const agenda = new AgendaCount(zone, first, 60);
      agenda.add(inBulk(whole, layOut(whole.enrollments), now));
      const counted = new Map<string, { people: number; at: number }>();
      const [course] = whole.courses;
      for (const timeline of timelines(whole, now)) {
        if (timeline.access.shutBy !== null || !course) continue;
        for (const { kind, item, at } of happeningsOf(course, timeline)) {
          const day = localDateAt(zone, at) - first;
          if (day < 0 || day >= 60) continue;
          const key = `${kind} ${day} ${item}`;
          const known = counted.get(key) ?? { people: 0, at };
          counted.set(key, { people: known.people + 1, at: Math.min(known.at, at) });
        }
      }
      const found = new Map(
        agenda
          .entries()
          .map(({ kind, item, day, at, people }) => [`${kind} ${day} ${item}`, { people, at }]),
      );
      expect(new Map([...found].sort())).toEqual(new Map([...counted].sort()));
    }),
    runs(80),
  );
});
