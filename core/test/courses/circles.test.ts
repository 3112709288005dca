import { circleThrough, circularItems } from "@dawngate/core/courses";
import { courseSchema, type PlanGate } from "@dawngate/core/plan";
import fc from "fast-check";

const school = { timeZone: "UTC", currency: "EUR", calendar: { weekend: [6, 7], closed: [] } };
const after = (...items: string[]): PlanGate | null =>
  items.length === 0
    ? null
    : { need: "all", when: items.map((item) => ({ from: "opened" as const, item })) };
const course = (gates: Record<string, string[]>, lessons: Record<string, string[]> = {}) =>
  courseSchema.parse({
    id: "c",
    title: "Bread",
    modules: Object.entries(gates).map(([id, waits]) => ({
      id,
      title: id,
      gate: after(...waits),
      lessons: (lessons[id] ?? []).map((lesson) => ({ id: lesson, title: lesson })),
    })),
  });

describe("the circle that a gate would close", () => {
  const plan = course({ a: [], b: ["a"], c: ["b"], d: [] }, { a: ["x"], c: ["y"] });
  test.each<[string, string, string[], string[] | null]>([
    ["on itself", "a", ["a"], ["a", "a"]],
    ["over two others", "a", ["c"], ["a", "c", "b", "a"]],
    ["through a lesson's module", "a", ["y"], ["a", "y", "c", "b", "a"]],
    ["of a module and its own lesson", "a", ["x"], ["a", "x", "a"]],
    ["the shortest of several", "a", ["c", "b"], ["a", "b", "a"]],
    ["none", "d", ["c"], null],
    ["none where nothing is waited for", "b", [], null],
    ["none where something is gone", "a", ["nothing"], null],
  ])("%s", (_, item, waits, circle) => {
    expect(circleThrough(plan, item, after(...waits))).toEqual(circle);
  });
  test("is found exactly where the evaluator finds one (property)", () => {
    const ids = ["a", "b", "c", "d", "e"];
    const waits = fc.subarray(ids, { maxLength: 2 });
    fc.assert(
      fc.property(
        fc.tuple(waits, waits, waits, waits, waits),
        fc.constantFrom(...ids),
        (all, item) => {
          const gates = Object.fromEntries(ids.map((id, i) => [id, all[i] ?? []]));
          const made = course(gates);
          const gate = made.modules.find(({ id }) => id === item)?.gate ?? null;
          const circle = circleThrough(made, item, gate);
          expect(circle !== null).toBe(circularItems(school, made).includes(item));
          // Each item of it waits for the next.
          for (const [i, id] of (circle ?? []).slice(0, -1).entries())
            expect(gates[id]).toContain(circle?.[i + 1]);
        },
      ),
    );
  });
});
