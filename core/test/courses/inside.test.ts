/** A course inside another: whole, in its own dates, never inside itself. */
import fc from "fast-check";
import {
  applyOperation,
  asInside,
  coursesInside,
  finishedInside,
  insideIn,
  isAsPublished,
  moveDown,
  moveInside,
  moveUp,
  nameInside,
  type Operation,
  operationSchema,
  operationsTo,
  ownerOf,
  sayOtherCounting,
} from "../../src/courses";
import { planChanges } from "../../src/courses/paper";
import { courseSchema, isFor, type PlanCourse, parsePlan } from "../../src/plan";
import { findSnags } from "../../src/review";
import { timelines } from "../../src/schedule";
import { instant, parsed } from "../helpers";
import { plans } from "../schedule/generated";

const part = (id: string, more: object = {}) => ({ id, title: id.toUpperCase(), ...more });
const course = (id: string, modules: object[], more: object = {}): PlanCourse =>
  courseSchema.parse({
    id,
    title: `Course ${id}`,
    modules: modules.map((module) => ({ lessons: [], ...module })),
    ...more,
  });
const played = (to: PlanCourse, ...operations: Operation[]): PlanCourse =>
  operations.reduce((now, operation) => {
    const applied = applyOperation(now, operation);
    if (!applied.ok) throw new Error(applied.reason);
    return applied.course;
  }, to);
const refused = (to: PlanCourse, operation: object) => {
  const applied = applyOperation(to, operationSchema.parse(operation));
  return applied.ok ? null : applied.reason;
};
const put = (inner: PlanCourse, after: string | null): Operation => ({
  type: "put-course",
  course: inner.id,
  modules: asInside(inner).modules,
  after,
});
const outline = ({ modules }: PlanCourse) => modules.map(({ id }) => id).join(" ");

const inner = course("oven", [
  part("m1", { lessons: [part("l1"), part("l2", { required: false })] }),
  part("m2", {
    gate: { need: "all", when: [{ from: "completed", item: "m1" }] },
    lessons: [part("l3", { closes: { from: "opened", item: "l1", add: "P30D" } })],
  }),
]);
const outer = course("bread", [
  part("a", { lessons: [part("a1")] }),
  part("b", { lessons: [part("b1")] }),
]);
const both = played(outer, put(inner, "a"));

describe("a course inside another", () => {
  test("its modules stand in a row, with names of their own, counted from each other", () => {
    expect(outline(both)).toBe("a oven.m1 oven.m2 b");
    const [, , second] = both.modules;
    expect(second?.gate).toEqual({
      need: "all",
      when: [{ from: "completed", item: "oven.m1" }],
    });
    expect(second?.lessons[0]?.closes).toEqual({
      from: "opened",
      item: "oven.l1",
      add: "P30D",
    });
    expect(second?.inside).toEqual([{ course: "oven", title: "Course oven" }]);
  });

  test("nothing comes between its modules: what is put after one of them comes after all", () => {
    const module = courseSchema.parse({ id: "x", title: "", modules: [part("n", { lessons: [] })] })
      .modules[0] as PlanCourse["modules"][number];
    expect(outline(played(both, { type: "insert-module", module, after: "oven.m1" }))).toBe(
      "a oven.m1 oven.m2 n b",
    );
    expect(outline(played(both, { type: "move-module", item: "a", after: "oven.m1" }))).toBe(
      "oven.m1 oven.m2 a b",
    );
  });

  test("modules go over and under it as a whole, and it over and under them", () => {
    expect(outline(played(both, ...moveUp(both, new Set(["b"]))))).toBe("a b oven.m1 oven.m2");
    expect(outline(played(both, ...moveDown(both, new Set(["a"]))))).toBe("oven.m1 oven.m2 a b");
    const down = played(both, ...moveInside(both, "oven", "down"));
    expect(outline(down)).toBe("a b oven.m1 oven.m2");
    expect(moveInside(down, "oven", "down")).toEqual([]);
    expect(outline(played(down, ...moveInside(down, "oven", "up")))).toBe(outline(both));
    // A lesson does not go into it: it goes on into the next module of the course's own.
    expect(outline(played(both, ...moveDown(both, new Set(["a1"]))))).toBe(outline(both));
    const moved = played(both, ...moveDown(both, new Set(["a1"])));
    expect(moved.modules.at(-1)?.lessons.map(({ id }) => id)).toEqual(["a1", "b1"]);
  });

  test.each([
    ["a title", { type: "set-module", item: "oven.m1", set: { title: "Mine" } }],
    ["a lesson's gate", { type: "set-lesson", item: "oven.l1", set: { gate: null } }],
    ["a module out of its place", { type: "move-module", item: "oven.m2", after: null }],
    ["a lesson out of it", { type: "move-lesson", item: "oven.l1", module: "a", after: null }],
    ["a lesson into it", { type: "move-lesson", item: "a1", module: "oven.m1", after: null }],
    ["a row of it removed", { type: "remove", item: "oven.l2" }],
    [
      "a new lesson in it",
      { type: "insert-lesson", module: "oven.m1", after: null, lesson: part("new") },
    ],
  ])("%s is not changed here: it is changed where it is at home", (_, operation) => {
    expect(refused(both, operation)).toBe(
      "This stands in the course “Course oven”; it is changed there",
    );
    expect(ownerOf(both, operationSchema.parse(operation))).toBe("Course oven");
  });

  test.each([
    ["twice", both, put(inner, null), /stands in this one already/],
    ["into itself", course("oven", [part("m9")]), put(inner, null), /inside itself/],
    [
      "into a course that it holds",
      inner,
      put(played(course("cake", [part("c")]), put(inner, null)), null),
      /inside itself/,
    ],
    [
      "with modules of nobody",
      outer,
      { type: "put-course", course: "oven", modules: [part("m1", { lessons: [] })], after: null },
      /which course it is of/,
    ],
    [
      "beside a row of the same name",
      course("bread", [part("oven.m2")]),
      put(inner, null),
      /of this name/,
    ],
  ])("%s it is not put", (_, to, operation, reason) => {
    expect(refused(to, operation)).toMatch(reason);
  });

  test("taken out and put back by undoing it, it stands where it stood", () => {
    const applied = applyOperation(both, { type: "take-course", course: "oven" });
    if (!applied.ok) throw new Error(applied.reason);
    expect(outline(applied.course)).toBe("a b");
    expect(played(applied.course, applied.inverse)).toEqual(both);
    expect(refused(applied.course, { type: "take-course", course: "oven" })).toMatch(/gone/);
  });

  test("a course in a course in a course is known at every depth, and each stands whole", () => {
    const year = played(course("year", [part("y")]), put(both, "y"));
    expect(coursesInside(year).map((one) => one.course)).toEqual(["bread", "oven"]);
    expect(insideIn(year).map((one) => one.modules.length)).toEqual([4]);
    expect(outline(year)).toBe("y bread.a bread.oven.m1 bread.oven.m2 bread.b");
    const done = new Set(["bread.oven.m1", "bread.oven.m2"]);
    expect(finishedInside(year, (module) => done.has(module))).toEqual(["oven"]);
    for (const id of ["bread.a", "bread.b"]) done.add(id);
    expect(finishedInside(year, (module) => done.has(module))).toEqual(["bread", "oven"]);
  });

  test("where its lessons go in order each holds the next; rows of single cohorts stay behind", () => {
    const ordered = course(
      "oven",
      [part("m1", { lessons: [part("l1"), part("l2", { required: false })] })],
      { order: "in-order" },
    );
    expect(asInside(ordered).modules[0]?.lessons.map((one) => one.holdsNext)).toEqual([
      true,
      false,
    ]);
    const own = course("oven", [
      part("m1", { lessons: [part("l1", { cohorts: ["k"] }), part("l2")] }),
      part("m2", { cohorts: ["k"], lessons: [part("l3")] }),
    ]);
    const { modules } = asInside(own);
    expect(modules.map(({ lessons }) => lessons.map(({ id }) => id))).toEqual([["oven.l2"]]);
  });

  test("what counted from the whole course goes without that moment, and is named", () => {
    const whole = course("oven", [
      part("m1", { gate: { need: "any", when: [{ from: "completed", item: "oven" }] } }),
    ]);
    const { modules, loosened } = asInside(whole);
    expect(modules[0]?.gate).toBeNull();
    expect(loosened).toEqual([{ item: "M1", from: "Course oven" }]);
  });

  test("names never grow past what a plan takes, and stay apart", () => {
    const long = "x".repeat(150);
    const [a, b] = [nameInside(long, `${long}a`), nameInside(long, `${long}b`)];
    expect(a.length).toBe(200);
    expect(a).not.toBe(b);
    expect(nameInside(long, `${long}a`)).toBe(a);
  });

  test("whether it is as it is published is seen, whatever stands in its lessons", () => {
    const [whole] = insideIn(both);
    const modules = whole?.modules ?? [];
    expect(isAsPublished(modules, inner)).toBe(true);
    const filled = inner.modules.map((module) => ({
      ...module,
      lessons: module.lessons.map((lesson) => ({ ...lesson, empty: true })),
    }));
    expect(isAsPublished(modules, { ...inner, modules: filled })).toBe(true);
    expect(isAsPublished(modules, { ...inner, title: "Oven" })).toBe(false);
  });

  test("how it counts otherwise by itself is said; where nothing differs, nothing is", () => {
    expect(sayOtherCounting(inner, outer)).toEqual([]);
    const other = { ...inner, releaseHour: "07:00", clock: "enrollee", order: "in-order" } as const;
    expect(sayOtherCounting(other, outer)).toEqual([
      "By itself it opens lessons at 07:00; here at no fixed hour, as this course does.",
      "Its days are those of each enrollee by itself; here those of the school.",
      "Its lessons go in order; what stands below it here waits for them.",
    ]);
    const byCohort = course("oven", [part("m1", { closes: { from: "cohort-end" } })]);
    expect(sayOtherCounting(byCohort, outer)).toEqual([
      "It counts from a cohort's days: here from those of this course's cohorts.",
    ]);
  });

  test("a document that is read over the outline leaves it alone; snags in it are mended at home", () => {
    const changes = planChanges(both, { modules: [] } as never, () => "new");
    expect(changes.map(({ title }) => title)).toEqual(["A", "B"]);
    const faulty = course("oven", [
      part("m1", {
        closes: { from: "enrolled", add: "P1D" },
        gate: { need: "all", when: [{ from: "enrolled", add: "P9D" }] },
        lessons: [part("l1")],
      }),
    ]);
    const { school } = parsed({
      dawnGatePlan: 1,
      school: { timeZone: "Europe/Lisbon", currency: "EUR" },
      courses: [],
    });
    const now = instant("2027-03-05T12:00:00Z");
    const mendsOf = (one: PlanCourse) =>
      findSnags(school, one, [], now)
        .filter(({ kind }) => kind === "closes-first")
        .map(({ mends }) => mends.length);
    expect(mendsOf(faulty)).toEqual([expect.any(Number)]);
    expect(mendsOf(faulty)[0]).toBeGreaterThan(0);
    expect(mendsOf(played(outer, put(faulty, "a")))).toEqual([0]);
  });

  test("a plan in which it stands in itself, or in two pieces, is refused with the place", () => {
    const inside = (id: string) => [{ course: id, title: id }];
    const plan = (modules: object[]) =>
      parsePlan({
        dawnGatePlan: 1,
        school: { timeZone: "UTC", currency: "EUR" },
        courses: [{ id: "c", title: "C", modules }],
      });
    const faults = (modules: object[]) => {
      const read = plan(modules);
      return read.ok ? [] : read.faults.map(({ path }) => path);
    };
    const own = (id: string, more = {}) => part(id, { lessons: [], ...more });
    expect(faults([own("m", { inside: inside("c") })])).toEqual([
      "courses[0].modules[0].inside[0].course",
    ]);
    expect(
      faults([own("m", { inside: inside("d") }), own("n"), own("o", { inside: inside("d") })]),
    ).toEqual(["courses[0].modules[2].inside[0].course"]);
    expect(faults([own("m", { inside: inside("d") }), own("o", { inside: inside("d") })])).toEqual(
      [],
    );
  });
});

test("whoever holds the outer course has each row of the inner one exactly when they would by itself", () => {
  fc.assert(
    fc.property(plans, (plan) => {
      const alone = parsePlan(plan);
      if (!alone.ok) return;
      const [own] = alone.plan.courses as [PlanCourse];
      // The outer course counts in the same way, and holds nothing else.
      const around = { ...own, id: "o", order: "free" as const, modules: [], validity: [] };
      const [enrollment] = alone.plan.enrollments;
      const name = (item: string) => nameInside("c", item);
      const within = parsePlan({
        ...plan,
        courses: [played(around, put(own, null))],
        cohorts: plan.cohorts.map((cohort) => ({ ...cohort, course: "o" })),
        enrollments: plan.enrollments.map((one) => ({
          ...one,
          course: "o",
          validity: (enrollment?.validity ?? []).map((moment) =>
            "item" in moment ? { ...moment, item: name(moment.item) } : moment,
          ),
          events: one.events.map((event) =>
            "item" in event ? { ...event, item: name(event.item as string) } : event,
          ),
        })),
      });
      expect(within.ok).toBe(true);
      if (!within.ok) return;
      const now = instant("2027-06-01T12:00:00Z");
      const rows = (of: typeof alone.plan) =>
        timelines(of, now).flatMap(({ items }) =>
          items.map(({ opens, closes, due, state, done }) => ({ opens, closes, due, state, done })),
        );
      expect(rows(within.plan)).toEqual(rows(alone.plan));
      expect(own.modules.every((module) => isFor(module, null))).toBe(true);
    }),
    { numRuns: 150 },
  );
});

test("whatever stood and stands in courses inside, an earlier version is brought back exactly", () => {
  const inners = [
    inner,
    course("cake", [part("k1", { lessons: [part("k2")] })]),
    course("oven", [part("m1", { title: "Another", lessons: [part("l1")] })]),
  ];
  const drafts = fc
    .array(fc.tuple(fc.constantFrom("a", "b", "c", 0, 1, 2), fc.nat(3)), { maxLength: 5 })
    .map((steps) =>
      steps.reduce(
        (now, [what, place]) => {
          const after = now.modules[place]?.id ?? null;
          const applied = applyOperation(
            now,
            typeof what === "number"
              ? put(inners[what] as PlanCourse, after)
              : operationSchema.parse({
                  type: "insert-module",
                  module: part(what, { lessons: [] }),
                  after,
                }),
          );
          return applied.ok ? applied.course : now;
        },
        course("bread", []),
      ),
    );
  fc.assert(
    fc.property(drafts, drafts, (draft, target) => {
      expect(played(draft, ...operationsTo(draft, target))).toEqual(target);
      expect(operationsTo(target, target)).toEqual([]);
    }),
    { numRuns: 200 },
  );
});
