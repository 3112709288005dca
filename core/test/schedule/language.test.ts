import fc from "fast-check";
import { courseSchema, gateSchema, type PlanGate, readMoment } from "../../src/plan";
import { completions, namesIn, readGate, writeGate } from "../../src/schedule/language";
import { sayGate } from "../../src/schedule/words";
import { gates } from "./generated";

const course = courseSchema.parse({
  id: "c",
  title: "C",
  modules: [
    {
      id: "m0",
      title: "Starter alive",
      lessons: [
        { id: "l0", title: "Flour and water" },
        { id: "l1", title: "Quiz" },
      ],
    },
    {
      id: "m1",
      title: "The first loaf",
      lessons: [
        { id: "l2", title: "Quiz" },
        { id: "l3", title: "" },
      ],
    },
    {
      id: "m2",
      title: "Said “so”",
      lessons: [
        { id: "l4", title: "Reading the crumb" },
        { id: "l5", title: "or a Monday" },
      ],
    },
  ],
});
const names = namesIn(course);
/** What a gate means: the same gate, however its parts are written in the plan. */
const meant = (gate: PlanGate | null) =>
  !gate || gate.when.length === 0
    ? null
    : {
        need: gate.when.length > 1 ? gate.need : "all",
        when: gate.when.map((one) => ({ ...readMoment(one), add: null })),
      };
const read = (text: string) => {
  const found = readGate(text, names);
  return found.ok ? found.gate : `${found.at}: ${found.reason}`;
};

describe("what is written is read back as the same gate", () => {
  test("for every gate of generated plans", () => {
    fc.assert(
      fc.property(gates, (generated) => {
        const gate = generated && gateSchema.parse(generated);
        const text = writeGate(gate, names);
        const found = readGate(text, names);
        expect([text, found.ok && meant(found.gate)]).toEqual([text, meant(gate)]);
        // And what was read is written as it stood.
        if (found.ok) expect(writeGate(found.gate, names)).toBe(text);
      }),
      { numRuns: 3000 },
    );
  });
  test("in the school's own words too", () => {
    const steps = namesIn(course, "step");
    const gate = gateSchema.parse({ need: "all", when: [{ from: "started", add: "P3D" }] });
    expect(writeGate(gate, steps)).toBe("3 days after the first step is opened");
    expect(readGate("3 days after the first step is opened", steps)).toEqual({ ok: true, gate });
  });
  test("titles that are alike, empty, or in quotation marks themselves are told apart", () => {
    for (const item of ["l1", "l2", "l3", "m2", "l5"]) {
      const gate = gateSchema.parse({ need: "all", when: [{ from: "passed", item }] });
      expect(readGate(writeGate(gate, names), names)).toEqual({ ok: true, gate });
    }
    expect(names.nameOf("l2")).toBe("“Quiz” (2)");
    expect(names.nameOf("m2")).toBe('#"m2"');
  });
  test("the short phrase that stands in the outline is understood as well", () => {
    const when = [
      { from: "enrolled", add: "P1M2D", weekdays: [1, 4], workdays: true, at: "07:00" },
      { from: "staff" },
      { from: "opened", item: "m1", add: "PT36H" },
    ];
    const gate = gateSchema.parse({ need: "any", when });
    const title = (id: string) =>
      [course.modules, course.modules.flatMap((one) => one.lessons)]
        .flat()
        .find((one) => one.id === id)?.title ?? id;
    expect(read(sayGate(gate, title))).toEqual(gate);
  });
});

test.each([
  ["at once", null],
  [
    "14 days after enrolling, on a Monday, at 07:00",
    { from: "enrolled", add: "P14D", weekdays: [1], at: "07:00" },
  ],
  ["a week after they enroll", { from: "enrolled", add: "P1W" }],
  [
    "two weeks and three days after Starter alive opens",
    { from: "opened", item: "m0", add: "P2W3D" },
  ],
  ["once Reading the crumb is passed", { from: "passed", item: "l4" }],
  ["after finishing “quiz” (2)", { from: "completed", item: "l2" }],
  ["5 Jan 2027", { from: "date", date: "2027-01-05" }],
  ["2027-01-05", { from: "date", date: "2027-01-05" }],
  ["on Tuesday 5 January 2027, at 7:30", { from: "date", date: "2027-01-05", at: "07:30" }],
  ["Jan 5, 2027", { from: "date", date: "2027-01-05" }],
  ["14", { from: "enrolled", add: "P14D" }],
  ["a week after payment 2", { from: "paid", part: 2, add: "P1W" }],
  ["with payment 12", { from: "paid", part: 12 }],
  ["1 hour and 30 minutes after paying", { from: "paid", add: "PT1H30M" }],
  [
    "3 days before the cohort's last day to the end of that day",
    { from: "cohort-end", add: "-P3D", edge: "end" },
  ],
  ["on the cohort’s first day, Asia/Tokyo time", { from: "cohort-start", zone: "Asia/Tokyo" }],
  [
    "7 DAYS AFTER ENROLLING, on mon or thu that is a workday",
    { from: "enrolled", add: "P7D", weekdays: [1, 4], workdays: true },
  ],
  ['when "badge" is reported', { from: "signal", name: "badge" }],
  ["by hand", { from: "staff" }],
])("%s is understood", (text, moment) => {
  expect(read(text)).toEqual(moment && gateSchema.parse({ need: "all", when: [moment] }));
});

test.each([
  ["", /^0: There is more to say/],
  ["soon", /^0: “soon” is not understood here/],
  ["14 days", /^7: There is more to say/],
  ["14 days after", /^13: There is more to say/],
  ["14 fortnights after enrolling", /^3: “fortnights/],
  ["after passing “Nothing”", /Nothing in this course is called “Nothing”/],
  ["31 Feb 2027", /^0: /],
  ["Mon 5 Jan 2027", /That day is Tue 5 Jan 2027/],
  ["7 days after enrolling and by hand or 5 Jan 2027", /do not mix/],
  ["7 days after enrolling, at 07:00, at 08:00", /said twice/],
  ["36 hours after enrolling, at 07:00", /is exact and goes with no "at"/],
  ["7 days after enrolling, Mars/Olympus time", /is not a time zone/],
  ["7 days and 3 hours after enrolling", /mixes calendar units/],
  ["7 days after enrolling, at 25:00", /not understood/],
])("%j is not, and says where and why", (text, words) => {
  expect(read(text)).toMatch(words);
});

test("whatever is typed is answered, and never with an exception", () => {
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string(),
        fc
          .array(
            fc.constantFrom(
              "14",
              "days",
              "after",
              "before",
              "enrolling",
              "“Quiz”",
              "and",
              "or",
              "on",
              "a",
              "Monday",
              ";",
              ",",
              "at",
              "07:00",
              "5 Jan 2027",
              "“",
              "#",
              "(2)",
            ),
          )
          .map((words) => words.join(" ")),
      ),
      (text) => {
        const found = readGate(text, names);
        if (!found.ok) expect(found.at).toBeLessThanOrEqual(text.length);
        completions(text, names);
      },
    ),
    { numRuns: 600 },
  );
});

test.each([
  ["", ["at once", "by hand", "on", "when", "after", "once"]],
  ["14 da", ["days"]],
  ["14 days a", ["after"]],
  ["14 days after enr", ["enrolling"]],
  ["after passing “Re", ["“Reading the crumb”"]],
  ["after passing rea", ["“Reading the crumb”"]],
  ["14 days after enrolling, on a Mo", ["Monday"]],
])("after %j one can go on with %j", (text, wanted) => {
  const offered = completions(text, names).map((one) => one.text);
  for (const one of wanted) expect(offered).toContain(one);
});
