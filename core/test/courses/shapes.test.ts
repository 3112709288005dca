import { SHAPES, shapedCourse } from "../../src/courses";
import { enrollmentSchema, firstDateOf, type PlanCourse, shiftCourse } from "../../src/plan";
import { evaluate, prepareCourse } from "../../src/schedule";
import { formatInstant, type Instant, parseInstant } from "../../src/time";

const school = {
  timeZone: "Europe/Lisbon",
  currency: "EUR",
  calendar: { weekend: [6, 7], closed: [] },
};
const made = (shape: (typeof SHAPES)[number]["id"]) => {
  let serial = 0;
  return shapedCourse(shape, {
    id: "c",
    title: "C",
    today: "2027-03-03",
    releaseHour: "07:00",
    newId: () => `n${serial++}`,
  });
};
function opens(course: PlanCourse, enrolledAt = "2027-03-03T12:00:00Z") {
  const at = parseInstant(enrolledAt);
  if (!at.ok) throw new Error();
  const enrollment = enrollmentSchema.parse({
    id: "e",
    course: "c",
    timeZone: "Europe/Lisbon",
    enrolledAt,
  });
  const timeline = evaluate(prepareCourse(school, course, null), enrollment, at.value as Instant);
  const text = (instant: Instant | null) => instant && formatInstant(instant);
  return {
    modules: timeline.items.filter(({ kind }) => kind === "module").map((item) => text(item.opens)),
    until: text(timeline.access.until),
    timeline,
  };
}

test("a part a week opens a part each week at the hour, the first at once", () => {
  expect(opens(made("part-a-week")).modules).toEqual([
    "2027-03-03T12:00:00Z",
    "2027-03-10T07:00:00Z",
    "2027-03-17T07:00:00Z",
    "2027-03-24T07:00:00Z",
    // Lisbon's summer time began on the 28th.
    "2027-03-31T06:00:00Z",
    "2027-04-07T06:00:00Z",
  ]);
});

test("a dated term opens on Mondays for all, at least two weeks ahead, with a window before it", () => {
  const course = made("dated-term");
  expect(course).toMatchObject({
    opensOn: "2027-03-22",
    window: { opens: "2027-03-08", closes: "2027-03-21" },
  });
  const early = opens(course, "2027-03-09T12:00:00Z").modules;
  expect(early).toEqual(opens(course, "2027-03-20T18:00:00Z").modules);
  expect(early[1]).toBe("2027-03-29T06:00:00Z");
});

test("a yearly certificate is taken in order and valid for a year", () => {
  const { until, timeline } = opens(made("yearly-certificate"));
  expect(until).toMatch(/^2028-03-/);
  const lessons = timeline.items.filter(({ kind }) => kind === "lesson");
  expect(lessons.map(({ state }) => state)).toEqual([
    "open",
    "waiting",
    "waiting",
    "waiting",
    "waiting",
    "waiting",
  ]);
});

test("the others open at once; a taster's samples stand open to anybody; a shelf asks for nothing", () => {
  for (const shape of ["all-at-once", "free-taster", "reference-shelf"] as const)
    expect(new Set(opens(made(shape)).modules)).toEqual(new Set(["2027-03-03T12:00:00Z"]));
  expect(made("free-taster").modules[0]?.lessons.every(({ sample }) => sample)).toBe(true);
  expect(opens(made("reference-shelf")).timeline.progress.of).toBe(0);
});

test("every shape has a name, says what it is for, and no title twice in a module", () => {
  for (const { id, name, says } of SHAPES) {
    expect(name).not.toBe("");
    expect(says).toMatch(/\.$/);
    for (const module of made(id).modules) {
      const titles = module.lessons.map(({ title }) => title);
      expect(new Set(titles).size).toBe(titles.length);
    }
  }
});

test("a copy is moved to a new first day: its own dates alone, all by as much", () => {
  const course = made("dated-term");
  expect(firstDateOf(course)).toBe("2027-03-08");
  const moved = shiftCourse(course, 28);
  expect(moved).toMatchObject({
    opensOn: "2027-04-19",
    window: { opens: "2027-04-05", closes: "2027-04-18" },
  });
  expect(firstDateOf(made("part-a-week"))).toBeNull();
  expect(shiftCourse(made("part-a-week"), 28)).toEqual(made("part-a-week"));
});
