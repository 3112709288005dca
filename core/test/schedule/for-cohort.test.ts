/**
 * Modules and lessons that only some cohorts have. To whoever has one, a course is what it is without the marks; to
 * whoever has not, what it is where they are hidden: both evaluators, on generated plans.
 */
import fc from "fast-check";
import { applyOperation, putCopies } from "../../src/courses";
import {
  courseForEverybody,
  differsByCohort,
  isFor,
  type Plan,
  type PlanCourse,
  type PlanLesson,
  type PlanModule,
} from "../../src/plan";
import { timelines } from "../../src/schedule";
import { BulkCourse, layOut, STATES } from "../../src/schedule/bulk";
import { parsed } from "../helpers";
import { instants, plans } from "./generated";

const OWN = { cohorts: ["k"] };
const OTHERS = { cohorts: ["elsewhere"] };

/** Marks the items of a course by a bit of a number each. */
function marked(course: PlanCourse, bits: number, mark: object): PlanCourse {
  let n = 0;
  const one = <T extends PlanLesson | PlanModule>(item: T): T =>
    (bits >> n++) & 1 ? { ...item, ...mark } : item;
  return {
    ...course,
    modules: course.modules.map((module) => ({
      ...one(module),
      lessons: module.lessons.map(one),
    })),
  };
}
const withCourse = (plan: Plan, change: (course: PlanCourse) => PlanCourse): Plan => ({
  ...plan,
  courses: plan.courses.map(change),
});
const inCohort = plans.filter(({ cohorts }) => cohorts.length > 0);

test("what is one's own cohort's is there as for everybody; what is another's is as if it were hidden", () => {
  fc.assert(
    fc.property(inCohort, fc.nat(511), instants, (loose, bits, at) => {
      const plan = parsed(loose);
      const now = Date.parse(at as string) as never;
      const told = (change: (course: PlanCourse) => PlanCourse) =>
        JSON.stringify(timelines(withCourse(plan, change), now));
      expect(told((course) => marked(course, bits, OWN))).toBe(told((course) => course));
      expect(told((course) => marked(course, bits, OTHERS))).toBe(
        told((course) => marked(course, bits, { visible: "hidden" })),
      );
    }),
    { numRuns: 150 },
  );
});

test("the bulk evaluator has the same items, and the same openings, as the plain one", () => {
  fc.assert(
    fc.property(inCohort, fc.nat(511), fc.boolean(), instants, (loose, bits, own, at) => {
      const plan = withCourse(parsed(loose), (course) => marked(course, bits, own ? OWN : OTHERS));
      const now = Date.parse(at as string);
      const [course] = plan.courses as [PlanCourse];
      const people = layOut(plan.enrollments);
      const theirs = plan.cohorts[0] ?? null;
      const bulk = new BulkCourse(
        plan.school,
        course,
        plan.cohorts,
        people.names,
        undefined,
        theirs,
      );
      const answer = bulk.answer(people, now, { states: true });
      const [timeline] = timelines(plan, now as never);
      expect(bulk.items.map(({ id }) => id)).toEqual(timeline?.items.map(({ id }) => id));
      expect(bulk.items.map((_, i) => STATES[answer.state[i] as number])).toEqual(
        timeline?.items.map(({ state }) => state),
      );
      expect(answer.required).toBe(timeline?.progress.of);
    }),
    { numRuns: 150 },
  );
});

test("whoever is in no cohort has what everybody has", () => {
  expect(isFor({}, null)).toBe(true);
  expect(isFor({ cohorts: null }, "k")).toBe(true);
  expect(isFor(OWN, null)).toBe(false);
  expect([isFor(OWN, "k"), isFor(OWN, "j")]).toEqual([true, false]);
});

const COURSE: PlanCourse = parsed({
  dawnGatePlan: 1,
  school: { timeZone: "UTC", currency: "EUR", calendar: { weekend: [], closed: [] } },
  courses: [
    {
      id: "c",
      title: "c",
      modules: [{ id: "m", title: "m", lessons: [{ id: "l", title: "l" }] }],
    },
  ],
  cohorts: [],
  enrollments: [],
}).courses[0] as PlanCourse;

test("marked and taken back it says what it said: nothing is left that another outline would not have", () => {
  const set = applyOperation(COURSE, { type: "set-lesson", item: "l", set: OWN });
  if (!set.ok) throw new Error(set.reason);
  expect(set.course.modules[0]?.lessons[0]?.cohorts).toEqual(["k"]);
  expect([differsByCohort(COURSE), differsByCohort(set.course)]).toEqual([false, true]);
  const undone = applyOperation(set.course, set.inverse);
  expect(undone.ok && undone.course).toEqual(COURSE);
  const cleared = applyOperation(set.course, {
    type: "set-lesson",
    item: "l",
    set: { cohorts: null },
  });
  expect(cleared.ok && cleared.course).toEqual(COURSE);
  // And back again.
  const again = cleared.ok ? applyOperation(cleared.course, cleared.inverse) : cleared;
  expect(again.ok && again.course).toEqual(set.course);
  expect(courseForEverybody(set.course)).toEqual(COURSE);
});

test("copied it keeps its cohorts in its own course, and has none in another", () => {
  const own = marked(COURSE, 3, OWN);
  const clip = { course: "c", rows: [{ module: own.modules[0] as PlanModule }] };
  let n = 0;
  const copied = (into: PlanCourse) =>
    putCopies(into, clip, null, () => `new-${++n}`).map((one) =>
      one.type === "insert-module"
        ? (one.module.cohorts ?? null)
        : one.type === "insert-lesson"
          ? (one.lesson.cohorts ?? null)
          : undefined,
    );
  expect(copied(COURSE)).toEqual([["k"], ["k"]]);
  expect(copied({ ...COURSE, id: "another" })).toEqual([null, null]);
});
