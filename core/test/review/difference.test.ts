/** Versions side by side, and an earlier one brought back into a draft. */

// A general library's diff (of Jest's own), as reference for what stays in place.
import diffSequences from "diff-sequences";
import fc from "fast-check";
import { applyOperation, operationsTo } from "../../src/courses";
import type { PlanCourse } from "../../src/plan";
import { differenceOf, differs } from "../../src/review";
import { parsed } from "../helpers";

const part = (id: string, more: object = {}) => ({ id, title: id.toUpperCase(), ...more });
const course = (modules: object[], more: object = {}): PlanCourse => {
  const plan = parsed({
    dawnGatePlan: 1,
    school: { timeZone: "Europe/Lisbon", currency: "EUR" },
    courses: [{ id: "c", title: "Bread", modules, ...more }],
  });
  return plan.courses[0] as PlanCourse;
};
const weeks = (n: number) => ({ need: "all", when: [{ from: "enrolled", add: `P${n * 7}D` }] });

/** Outlines of the same few modules and lessons, in any order, each somewhere or nowhere. */
const outlines = fc
  .record({
    modules: fc.shuffledSubarray(["m1", "m2", "m3", "m4"], { minLength: 1 }),
    lessons: fc.shuffledSubarray(["l1", "l2", "l3", "l4", "l5", "l6"]),
    homes: fc.array(fc.nat(3), { minLength: 6, maxLength: 6 }),
    gated: fc.array(fc.nat(3), { minLength: 10, maxLength: 10 }),
    order: fc.constantFrom("free", "in-order"),
  })
  .map(({ modules, lessons, homes, gated, order }) =>
    course(
      modules.map((id, m) =>
        part(id, {
          gate: gated[m] === 0 ? null : weeks(gated[m] as number),
          lessons: lessons
            .filter((_, l) => (homes[l] as number) % modules.length === m)
            .map((lesson, l) => part(lesson, { holdsNext: gated[l + 4] === 0 })),
        }),
      ),
      { order },
    ),
  );

/** The same with every object's keys the other way round, as a database may give them back. */
const turned = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(turned)
    : typeof value === "object" && value !== null
      ? Object.fromEntries(
          Object.entries(value)
            .reverse()
            .map(([key, inner]) => [key, turned(inner)]),
        )
      : value;

describe("two versions side by side", () => {
  test("a module moved by two weeks, one put first, one gone, a lesson in another module", () => {
    const before = course([
      part("m1", { lessons: [part("l1"), part("l2")] }),
      part("m2", { gate: weeks(1), lessons: [part("l3")] }),
      part("m3", { lessons: [part("l4")] }),
    ]);
    const after = course(
      [
        part("m3", { lessons: [] }),
        part("m1", { lessons: [part("l1"), part("l3", { title: "Shaping" })] }),
        part("m4", { lessons: [part("l5")] }),
      ],
      { releaseHour: "07:00" },
    );
    const { settings, rows } = differenceOf(before, after);
    expect(settings).toEqual([{ field: "releaseHour", before: null, after: "07:00" }]);
    expect(
      rows.map(({ id, before: was, after: is, moved, from }) => [id, was, is, moved, from]),
    ).toEqual([
      ["m3", "M3", "M3", true, null],
      ["l4", "L4", null, false, null],
      ["m1", "M1", "M1", false, null],
      ["l1", "L1", "L1", false, null],
      ["l2", "L2", null, false, null],
      ["l3", "L3", "Shaping", true, "M2"],
      ["m2", "M2", null, false, null],
      ["m4", null, "M4", false, null],
      ["l5", null, "L5", false, null],
    ]);
    const gate = differenceOf(
      before,
      course([part("m2", { gate: weeks(3), lessons: [] })]),
    ).rows.find(({ id }) => id === "m2");
    expect(gate?.changes).toEqual([{ field: "gate", before: weeks(1), after: weeks(3) }]);
  });
  test("a version beside itself says nothing, and every item of either stands once", () => {
    fc.assert(
      fc.property(outlines, outlines, (a, b) => {
        expect(differenceOf(a, turned(a) as PlanCourse).rows.some(differs)).toBe(false);
        const items = [a, b].flatMap(({ modules }) =>
          modules.flatMap(({ id, lessons }) => [id, ...lessons.map((lesson) => lesson.id)]),
        );
        const ids = differenceOf(a, b).rows.map(({ id }) => id);
        expect(ids.toSorted()).toEqual([...new Set(items)].sort());
      }),
    );
  });
  test("as few modules as can be count as moved: a general library finds no longer row in place", () => {
    fc.assert(
      fc.property(outlines, outlines, (a, b) => {
        const ids = (one: PlanCourse) => one.modules.map(({ id }) => id);
        const [was, is] = [ids(a), ids(b)];
        let common = 0;
        diffSequences(
          was.length,
          is.length,
          (i, j) => was[i] === is[j],
          (length) => {
            common += length;
          },
        );
        const stayed = differenceOf(a, b).rows.filter(
          ({ kind, before, after, moved }) =>
            kind === "module" && before !== null && after !== null && !moved,
        );
        expect(stayed.length).toBe(common);
      }),
    );
  });
});

test("the operations that bring an earlier version back lead from any draft to it, exactly", () => {
  fc.assert(
    fc.property(outlines, outlines, (draft, target) => {
      let found = draft;
      for (const operation of operationsTo(draft, target)) {
        const applied = applyOperation(found, operation);
        if (!applied.ok) throw new Error(applied.reason);
        found = applied.course;
      }
      expect(found).toEqual(target);
      expect(operationsTo(target, turned(target) as PlanCourse)).toEqual([]);
    }),
    { numRuns: 500 },
  );
});
