import { courseSchema, gateSchema, type PlanMoment } from "@dawngate/core/plan";
import { sayGate } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { opensOnOneDay, titleIn } from "../src/courses/edit/edit-row";
import {
  ANCHORS,
  readAmount,
  withAmount,
  withAnchor,
  withWeekdays,
} from "../src/courses/edit/moments";
import { previewDraft } from "../src/courses/edit/preview";

const school = {
  timeZone: "Europe/Lisbon",
  currency: "EUR",
  calendar: { weekend: [6, 7], closed: [] },
};
const say = (moment: PlanMoment) =>
  sayGate({ need: "all", when: [moment] }, (id) => id.toUpperCase());

describe("the parts of a gate's sentence", () => {
  test.each(ANCHORS.map(({ from }) => from))(
    "choosing “%s” makes a moment that a plan takes",
    (from) => {
      const moment = withAnchor(null, from, "m1", "2027-03-05");
      expect(gateSchema.safeParse({ need: "all", when: [moment] }).success).toBe(true);
      expect(moment.from).toBe(from);
    },
  );
  test("a week is proposed where days are counted; an amount is kept from anchor to anchor", () => {
    const week = withAnchor(null, "enrolled", "m1", "2027-03-05");
    expect(say(week)).toBe("7 days after enrolling");
    const month = withAmount(week, 2, "M");
    expect(say(withAnchor(month, "opened", "m1", "2027-03-05"))).toBe("2 months after “M1” opens");
  });
  test("no days after finishing is just after finishing", () => {
    const finished = withAnchor(null, "completed", "l1", "2027-03-05");
    expect(say(withAmount(finished, 3, "D"))).toBe("3 days after finishing “L1”");
    expect(withAmount(withAmount(finished, 3, "D"), 0, "D")).toEqual(finished);
  });
  test("weekdays stand in order, and none leaves every day", () => {
    const moment = withWeekdays(withAnchor(null, "enrolled", "m1", ""), [5, 1]);
    expect(moment).toMatchObject({ weekdays: [1, 5] });
    expect(withWeekdays(moment, [])).not.toHaveProperty("weekdays");
  });
  test.each([
    ["P7D", { amount: 7, unit: "D" }],
    ["P2W", { amount: 2, unit: "W" }],
    ["P1M", { amount: 1, unit: "M" }],
    [undefined, { amount: 0, unit: "D" }],
    ["P1M3D", null],
    ["PT36H", null],
    ["-P3D", null],
  ])("the amount of %s", (add, amount) => {
    expect(readAmount(add)).toEqual(amount);
  });
});

describe("while one edits, the dates are there at once", () => {
  const course = (...adds: string[]) =>
    courseSchema.parse({
      id: "c",
      title: "Course",
      releaseHour: "07:00",
      modules: adds.map((add, i) => ({
        id: `m${i}`,
        title: `Module ${i}`,
        gate: { need: "all", when: [{ from: "enrolled", add }] },
        lessons: [],
      })),
    });
  const days = (...adds: string[]) => {
    const timeline = previewDraft(school, course(...adds), "2027-03-05", null);
    const items = timeline?.items ?? [];
    const zone = zoneOf(school.timeZone);
    return items.map((item, i) => opensOnOneDay(item, items[i - 1] ?? null, zone));
  };
  test("7, 7, 7 is three modules on one day; 7, 14, 21 is not", () => {
    expect(days("P7D", "P7D", "P7D")).toEqual([false, true, true]);
    expect(days("P7D", "P14D", "P21D")).toEqual([false, false, false]);
  });
  test("they are the server's own: the same evaluator, at noon in the school's zone", () => {
    const timeline = previewDraft(school, course("P7D", "P30D"), "2027-03-05", null);
    expect(timeline?.items.map(({ opens }) => opens)).toEqual([
      "2027-03-12T07:00:00Z",
      "2027-04-04T06:00:00Z",
    ]);
  });
  test("somebody imagined in a cohort has its dates, and in none waits for a place", () => {
    const plan = courseSchema.parse({
      ...course(),
      modules: [
        {
          id: "m",
          title: "M",
          gate: { need: "all", when: [{ from: "cohort-start", add: "P7D" }] },
          lessons: [],
        },
      ],
    });
    const cohort = {
      id: "k",
      course: "c",
      window: null,
      starts: "2027-04-05",
      ends: "2027-06-25",
      grace: 0,
      seats: null,
      gates: {},
    };
    expect(previewDraft(school, plan, "2027-03-05", cohort)?.items[0]?.opens).toBe(
      "2027-04-12T06:00:00Z",
    );
    expect(previewDraft(school, plan, "2027-03-05", null)?.items[0]?.opens).toBeNull();
  });
  test("a day that is still being typed shows nothing, and breaks nothing", () => {
    expect(previewDraft(school, course("P7D"), "2027-02-", null)).toBeNull();
  });
  test("what a gate names and is gone is called that", () => {
    expect(titleIn(course("P7D"), "m0")).toBe("Module 0");
    expect(titleIn(course("P7D"), "nothing")).toBe("something that is gone");
  });
});
