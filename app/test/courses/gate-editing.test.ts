import { courseSchema, gateSchema, momentSchema, type PlanMoment } from "@dawngate/core/plan";
import { sayGate } from "@dawngate/core/schedule/words";
import fc from "fast-check";
import {
  ALL_UNITS,
  type Amount,
  ANCHORS,
  changed,
  readAnyAmount,
  withAmount,
  withAnchor,
  withWeekdays,
  writeAmount,
} from "../../src/courses/edit/moments";
import { previewDraft } from "../../src/courses/edit/preview";
import { titleIn } from "../../src/courses/edit/title-in";
import { answerSnags } from "../../src/review/ask-snags";
import { shortSnags } from "../../src/review/use-snags";

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
  test.each([
    ["-P3D", { amount: 3, unit: "D", back: true }],
    ["PT36H", { amount: 36, unit: "TH", back: false }],
    ["P1Y", { amount: 1, unit: "Y", back: false }],
    ["P1M3D", null],
  ])("any wait of one unit can be changed: %s", (add, read) => {
    expect(readAnyAmount(add)).toEqual(read);
    if (read) expect(writeAmount(read as Amount)).toBe(add);
  });
  test("hours are exact: what cannot stand beside them goes", () => {
    const monday = { from: "enrolled", add: "P7D", weekdays: [1], workdays: true, at: "09:00" };
    expect(withAmount(monday as PlanMoment, 36, "TH")).toEqual({ from: "enrolled", add: "PT36H" });
  });
  test("whatever part is changed, and however often, a plan takes what comes of it", () => {
    const steps: ((moment: PlanMoment) => PlanMoment)[] = [
      ...ANCHORS.map(
        ({ from }) =>
          (one: PlanMoment) =>
            withAnchor(one, from, "m1", "2027-03-05"),
      ),
      ...ALL_UNITS.map(
        ({ unit }) =>
          (one: PlanMoment) =>
            withAmount(one, 3, unit, true),
      ),
      (one) => withAmount(one, 0, "D"),
      (one) => withWeekdays(one, [5, 1]),
      (one) => changed(one, { workdays: true }),
      (one) => changed(one, { at: "07:00", edge: undefined }),
      (one) => changed(one, { edge: "end", at: undefined }),
      (one) => changed(one, { zone: "enrollee" }),
      (one) => changed(one, { weekdays: undefined, workdays: false, zone: undefined }),
    ];
    fc.assert(
      fc.property(fc.array(fc.nat(steps.length - 1), { maxLength: 12 }), (path) => {
        let moment: PlanMoment = { from: "enrolled" };
        for (const step of path) {
          moment = (steps[step] as (typeof steps)[number])(moment);
          expect(momentSchema.safeParse(moment).error?.issues ?? []).toEqual([]);
        }
      }),
    );
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
    ["P7D", { amount: 7, unit: "D", back: false }],
    ["P2W", { amount: 2, unit: "W", back: false }],
    [undefined, { amount: 0, unit: "D", back: false }],
    ["PT36H", { amount: 36, unit: "TH", back: false }],
    ["-P3D", { amount: 3, unit: "D", back: true }],
    ["P1M3D", null],
  ])("the amount of %s", (add, amount) => {
    expect(readAnyAmount(add)).toEqual(amount);
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
  const short = (...adds: string[]) => {
    const question = {
      number: 1,
      school,
      course: course(...adds),
      cohorts: [],
      now: 1_800_000_000_000,
    };
    const words = shortSnags(answerSnags(question).snags);
    return adds.map((_, i) => words.get(`m${i}`) ?? null);
  };
  test("7, 7, 7 is said at the first that repeats; 7, 14, 21 is not", () => {
    expect(short("P7D", "P7D", "P7D")).toEqual([null, "same day as the one before", null]);
    expect(short("P7D", "P14D", "P21D")).toEqual([null, null, null]);
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
