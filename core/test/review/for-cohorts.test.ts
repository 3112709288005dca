/** What only some cohorts have: that nobody has it, or that others wait for it; and the press that mends it. */
import { applyOperation } from "@dawngate/core/courses";
import { cohortSchema, courseSchema, type PlanCourse } from "@dawngate/core/plan";
import { findSnags } from "@dawngate/core/review";
import { instant } from "../helpers";

const SCHOOL = {
  timeZone: "Europe/Lisbon",
  currency: "EUR",
  calendar: { weekend: [], closed: [] },
};
const cohort = (id: string) =>
  cohortSchema.parse({ id, course: "c", starts: "2027-04-05", ends: "2027-06-25", grace: 14 });
const COHORTS = ["spring", "autumn"].map(cohort);
const NAMES = new Map([
  ["spring", "Spring"],
  ["autumn", "Autumn"],
]);
const lesson = (id: string, more: object = {}) => ({ id, title: id, empty: false, ...more });
const course = (modules: object[]): PlanCourse =>
  courseSchema.parse({ id: "c", title: "Bread", modules });
const found = (one: PlanCourse) =>
  findSnags(SCHOOL, one, COHORTS, instant("2027-03-05T12:00:00Z"), NAMES).filter(
    ({ kind }) => kind === "for-cohorts",
  );
const mend = (one: PlanCourse, which = 0) =>
  (found(one)[0]?.mends[which]?.operations ?? []).reduce<PlanCourse>((before, operation) => {
    const applied = applyOperation(before, operation);
    if (!applied.ok) throw new Error(applied.reason);
    return applied.course;
  }, one);
const waitsFor = (item: string) => ({
  gate: { need: "all", when: [{ from: "completed", item }] },
});

test("a lesson of Spring's that all wait for never opens for the others; for the same alone, it does", () => {
  const one = course([
    {
      id: "m",
      title: "M",
      lessons: [lesson("a", { cohorts: ["spring"] }), lesson("b", waitsFor("a"))],
    },
  ]);
  const [snag] = found(one);
  expect(snag).toMatchObject({ weight: "likely", item: "b" });
  expect(snag?.reason).toBe(
    "“b” waits for “a”, which only cohort Spring has: for everybody else it never opens.",
  );
  expect(mend(one).modules[0]?.lessons[1]?.cohorts).toEqual(["spring"]);
  expect(found(mend(one))).toEqual([]);
  expect(mend(one, 1).modules[0]?.lessons[1]?.gate).toBeNull();
  expect(found(mend(one, 1))).toEqual([]);
});

test("where any condition is enough, it is worth a look; among those who have both, nothing is", () => {
  const any = {
    gate: {
      need: "any",
      when: [
        { from: "completed", item: "a" },
        { from: "enrolled", add: "P7D" },
      ],
    },
  };
  const lessons = [lesson("a", { cohorts: ["spring"] }), lesson("b", any)];
  expect(found(course([{ id: "m", title: "M", lessons }]))).toMatchObject([{ weight: "look" }]);
  const both = ["spring", "autumn"];
  const all = [lesson("a", { cohorts: both }), lesson("b", { ...waitsFor("a"), cohorts: both })];
  expect(found(course([{ id: "m", title: "M", lessons: all }]))).toEqual([]);
  const some = [
    lesson("a", { cohorts: ["spring"] }),
    lesson("b", { ...waitsFor("a"), cohorts: both }),
  ];
  expect(found(course([{ id: "m", title: "M", lessons: some }]))[0]?.reason).toMatch(
    /for cohort Autumn it never opens\.$/,
  );
});

test("what is for cohorts that are gone, or for others than its module, nobody has", () => {
  const gone = course([
    { id: "m", title: "M", lessons: [lesson("a", { cohorts: ["winter"] }), lesson("b")] },
  ]);
  expect(found(gone)[0]?.reason).toBe("“a” is for cohorts that are gone, so nobody has it.");
  expect(found(mend(gone))).toEqual([]);
  const crossed = course([
    { id: "m", title: "M", cohorts: ["spring"], lessons: [lesson("a", { cohorts: ["autumn"] })] },
  ]);
  expect(found(crossed)[0]?.reason).toMatch(/is for other cohorts than “M”, in which it stands/);
  expect(found(mend(crossed))).toEqual([]);
});

test("a circle among what one cohort has is one", () => {
  const circle = course([
    {
      id: "m",
      title: "M",
      lessons: ["a", "b"].map((id, i) =>
        lesson(id, {
          cohorts: ["spring"],
          gate: { need: "all", when: [{ from: "opened", item: i === 0 ? "b" : "a" }] },
        }),
      ),
    },
  ]);
  const all = findSnags(SCHOOL, circle, COHORTS, instant("2027-03-05T12:00:00Z"), NAMES);
  expect(all.filter(({ kind }) => kind === "never-opens")[0]?.reason).toMatch(/in a circle/);
});
