import { evaluate, happeningsOf, prepareCourse } from "../../src/schedule";
import { formatInstant } from "../../src/time";
import { instant, parsed, planOf } from "../helpers";

const told = (parts: Parameters<typeof planOf>[0], at = "2027-03-06T12:00:00Z") => {
  const plan = parsed(planOf(parts));
  const [course] = plan.courses;
  const [enrollment] = plan.enrollments;
  if (!course || !enrollment) throw new Error("The plan has both");
  const timeline = evaluate(prepareCourse(plan.school, course, null), enrollment, instant(at));
  return happeningsOf(course, timeline).map(
    ({ kind, at, title, lessons }) =>
      `${formatInstant(at)} ${kind} ${title}${lessons === null ? "" : ` (${lessons})`}`,
  );
};
const after = (days: number) => ({ need: "all", when: [{ from: "enrolled", add: `P${days}D` }] });

test("a module is told with the lessons that open with it; a lesson by itself only where it opens by itself", () => {
  expect(
    told({
      modules: [
        {
          id: "m",
          title: "Dough",
          gate: after(7),
          lessons: ["a", "b", { id: "f", title: "Folding", gate: after(9) }],
        },
      ],
    }),
  ).toEqual([
    "2027-03-05T14:20:00Z begins Course",
    "2027-03-12T07:00:00Z opens Dough (2)",
    "2027-03-14T07:00:00Z opens Folding",
  ]);
});

test("what closes with access is told by its end alone, and what would open after that end is not told", () => {
  expect(
    told({
      modules: [
        { id: "m", title: "Dough", closes: { from: "date", date: "2027-03-20" } },
        { id: "n", title: "Late", gate: after(90) },
      ],
      enrollment: { validity: [{ from: "enrolled", add: "P30D", edge: "end" }] },
    }),
  ).toEqual([
    "2027-03-05T14:20:00Z begins Course",
    "2027-03-05T14:20:00Z opens Dough (0)",
    "2027-03-20T00:00:00Z closes Dough",
    "2027-04-04T23:00:00Z ends Course",
  ]);
});

test("a due date is told of the lesson that has it; what has no date is not told", () => {
  expect(
    told({
      modules: [
        {
          id: "m",
          title: "Dough",
          lessons: [{ id: "a", title: "Diary", due: { from: "date", date: "2027-03-10" } }],
        },
        {
          id: "n",
          title: "Waits",
          gate: { need: "all", when: [{ from: "completed", item: "a" }] },
        },
      ],
    }),
  ).toEqual([
    "2027-03-05T14:20:00Z begins Course",
    "2027-03-05T14:20:00Z opens Dough (1)",
    "2027-03-10T00:00:00Z due Diary",
  ]);
});
