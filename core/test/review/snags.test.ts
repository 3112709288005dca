/** Each snag is raised where it should be, silent where it should not, and its mends mend it. */
import { applyOperation } from "@dawngate/core/courses";
import { cohortSchema, courseSchema, type PlanCourse, type PlanGate } from "@dawngate/core/plan";
import { findSnags, type Snag, type SnagKind } from "@dawngate/core/review";
import { type Instant, parseInstant } from "@dawngate/core/time";
import fc from "fast-check";

const instant = (text: string): Instant => {
  const read = parseInstant(text);
  if (!read.ok) throw new Error(read.reason);
  return read.value;
};
const NOW = instant("2027-03-05T12:00:00Z");
const school = (closed: string[] = [], timeZone = "Europe/Lisbon") => ({
  timeZone,
  currency: "EUR",
  calendar: { weekend: [6, 7], closed },
});
const after = (add: string, more: object = {}): PlanGate => ({
  need: "all",
  when: [{ from: "enrolled", add, ...more }] as PlanGate["when"],
});
const waits = (moment: object, need: "all" | "any" = "all", ...more: object[]): PlanGate => ({
  need,
  when: [moment, ...more] as PlanGate["when"],
});
let serial = 0;
const lesson = (more: object = {}) => ({ id: `l${++serial}`, title: `Lesson ${serial}`, ...more });
/** A course of modules with one lesson each, by their gates. */
const weekly = (gates: (PlanGate | null)[], more: object = {}, cohorts: object[] = []) => {
  const course = courseSchema.parse({
    id: "c",
    title: "Bread",
    releaseHour: "07:00",
    modules: gates.map((gate, i) => ({
      id: `m${i + 1}`,
      title: `Part ${i + 1}`,
      gate,
      lessons: [lesson()],
    })),
    ...more,
  });
  return { course, cohorts: cohorts.map((one) => cohortSchema.parse({ course: "c", ...one })) };
};
type Made = ReturnType<typeof weekly>;
const snags = ({ course, cohorts }: Made, at = school()) => findSnags(at, course, cohorts, NOW);
const kinds = (made: Made, at = school()) => snags(made, at).map(({ kind }) => kind);
const only = (made: Made, kind: SnagKind, at = school()): Snag => {
  const found = snags(made, at).filter((snag) => snag.kind === kind);
  expect(found).toHaveLength(1);
  return found[0] as Snag;
};
/** Presses a mend. */
const mended = (made: Made, { mends }: Snag, which = 0): Made => {
  const course = (mends[which]?.operations ?? []).reduce<PlanCourse>((before, operation) => {
    const applied = applyOperation(before, operation);
    if (!applied.ok) throw new Error(applied.reason);
    return applied.course;
  }, made.course);
  return { ...made, course };
};
const adds = ({ course }: Made) =>
  course.modules.map(({ gate }) => (gate?.when[0] as { add?: string })?.add);

describe("offsets that repeat where they should add up", () => {
  test("7, 7, 7 is caught, and one press makes it 7, 14, 21", () => {
    const made = weekly([null, after("P7D"), after("P7D"), after("P7D")]);
    const snag = only(made, "repeated-offset");
    expect(snag).toMatchObject({ weight: "likely", item: "m3" });
    expect(snag.reason).toBe(
      "“Part 2”, “Part 3” and “Part 4” open on one day: each says 7 days after enrolling. To follow each other, “Part 3” would say 14 days.",
    );
    expect(snag.mends[0]?.label).toBe("Make them 14 days and 21 days");
    const better = mended(made, snag);
    expect(adds(better)).toEqual([undefined, "P7D", "P14D", "P21D"]);
    expect(kinds(better)).toEqual([]);
  });
  test("or they count from the one before", () => {
    const made = weekly([null, after("P7D", { weekdays: [1] }), after("P7D", { weekdays: [1] })]);
    const better = mended(made, only(made, "repeated-offset"), 1);
    expect(better.course.modules[2]?.gate?.when).toEqual([
      { from: "opened", item: "m2", add: "P7D", weekdays: [1] },
    ]);
    expect(kinds(better)).toEqual([]);
  });
  test.each([
    [
      ["P7D", "P7D", "P14D"],
      ["P7D", "P14D", "P21D"],
    ],
    [
      ["P7D", "P14D", "P14D"],
      ["P7D", "P14D", "P21D"],
    ],
    [
      ["P1W", "P1W", "P6W"],
      ["P1W", "P2W", "P6W"],
    ],
    [
      ["P1M", "P1M"],
      ["P1M", "P2M"],
    ],
  ])("%j becomes %j", (given, wanted) => {
    const made = weekly(given.map((add) => after(add)));
    expect(adds(mended(made, only(made, "repeated-offset")))).toEqual(wanted);
  });
  test("units that cannot be added up are left to the chain", () => {
    const made = weekly([after("P1M2D"), after("P1M2D")]);
    expect(only(made, "repeated-offset").mends.map(({ label }) => label)).toEqual([
      "Count from the one before, 1 month and 2 days each",
    ]);
  });
  test.each<[string, (PlanGate | null)[]]>([
    ["7, 14, 21", [after("P7D"), after("P14D"), after("P21D")]],
    [
      "7 days from one opening to the next",
      [
        null,
        waits({ from: "opened", item: "m1", add: "P7D" }),
        waits({ from: "opened", item: "m2", add: "P7D" }),
      ],
    ],
    ["everything at once", [null, null, null]],
    ["two that open on enrolling", [after("P0D"), after("P0D")]],
    [
      "7 from enrolling, 7 from the first payment",
      [after("P7D"), waits({ from: "paid", add: "P7D" })],
    ],
    ["7, something else between, 7", [after("P7D"), null, after("P7D")]],
  ])("%s is silent", (_, gates) => {
    expect(kinds(weekly(gates))).not.toContain("repeated-offset");
  });
  test("however many repeat, one press leaves openings that rise (property)", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 2, maxLength: 8 }),
        (weeks) => {
          let made = weekly(weeks.sort((a, b) => a - b).map((n) => after(`P${n * 7}D`)));
          for (let press = 0; press < 10; press++) {
            const snag = snags(made).find(({ kind }) => kind === "repeated-offset");
            if (!snag) break;
            made = mended(made, snag);
          }
          const days = adds(made).map((add) => Number(/\d+/.exec(add ?? "")?.[0]));
          for (const [i, day] of days.entries())
            if (i > 0) expect(day).toBeGreaterThan(days[i - 1] as number);
        },
      ),
    );
  });
});

describe("two parts moved to one day", () => {
  // Enrolled on Friday 5 March: 21 days are 26 March, 28 are 2 April; Monday 29 March is closed.
  const fixed = weekly([
    after("P21D", { weekdays: [1], workdays: true }),
    after("P28D", { weekdays: [1], workdays: true }),
  ]);
  test("a closed Monday makes +21 and +28 days fall on the Monday after it", () => {
    const snag = only(fixed, "same-day", school(["2027-03-29"]));
    expect(snag.reason).toContain("both open Mon 5 Apr 2027, 07:00");
    expect(kinds(mended(fixed, snag), school(["2027-03-29"]))).toEqual([]);
  });
  test("without the closed day they stand a week apart", () => {
    expect(kinds(fixed)).toEqual([]);
  });
});

describe("what can never open", () => {
  const never = (made: Made) => only(made, "never-opens");
  test("a circle of openings stops publishing", () => {
    const made = weekly([
      waits({ from: "opened", item: "m2" }),
      waits({ from: "opened", item: "m1" }),
    ]);
    const found = snags(made).filter(({ kind }) => kind === "never-opens");
    expect(found.map(({ weight, item }) => [weight, item])).toEqual([
      ["stops", "m1"],
      ["stops", "m2"],
    ]);
    expect(found[0]?.reason).toBe(
      "“Part 1” waits for “Part 2”, which waits for “Part 1” in a circle, so neither opens.",
    );
    expect(kinds(mended(made, found[0] as Snag))).toEqual([]);
  });
  test("so does waiting for oneself", () => {
    expect(never(weekly([waits({ from: "opened", item: "m1" })])).reason).toMatch(
      /its own opening/,
    );
    expect(never(weekly([waits({ from: "completed", item: "m1" })])).reason).toMatch(
      /to be finished itself/,
    );
  });
  test("waiting for what is not published; publishing it mends it", () => {
    const made = weekly([null, waits({ from: "completed", item: "m1" })]);
    const hidden = {
      ...made,
      course: {
        ...made.course,
        modules: made.course.modules.map((m, i) =>
          i === 0 ? { ...m, visible: "hidden" as const } : m,
        ),
      },
    };
    const snag = never(hidden);
    expect([snag.weight, snag.item]).toEqual(["stops", "m2"]);
    expect(kinds(mended(hidden, snag))).toEqual([]);
    expect(kinds(made)).toEqual([]);
  });
  test("waiting for something that is gone, or for a lesson inside", () => {
    expect(never(weekly([waits({ from: "completed", item: "x" })])).reason).toMatch(
      /something that is gone/,
    );
    const inner = weekly([null]);
    const module = inner.course.modules[0];
    if (!module) throw new Error("no module");
    module.gate = waits({ from: "completed", item: module.lessons[0]?.id ?? "" });
    expect(never(inner).reason).toMatch(/one stands in the other/);
  });
  test("a lesson that holds the next and waits for it", () => {
    const course = courseSchema.parse({
      id: "c",
      title: "Bread",
      modules: [
        {
          id: "m",
          title: "Part",
          lessons: [
            { id: "a", title: "A", holdsNext: true, gate: waits({ from: "completed", item: "b" }) },
            { id: "b", title: "B" },
          ],
        },
      ],
    });
    expect(never({ course, cohorts: [] }).reason).toMatch(/opens only after “A” is finished/);
    const free = {
      ...course,
      modules: course.modules.map((m) => ({
        ...m,
        lessons: m.lessons.map((l) => ({ ...l, holdsNext: false })),
      })),
    };
    expect(kinds({ course: free, cohorts: [] })).toEqual([]);
    expect(kinds({ course: { ...free, order: "in-order" }, cohorts: [] })).toEqual(["never-opens"]);
  });
  test("a pass of what is not passed, the end of what has nothing to do, a cohort where there is none", () => {
    const video = weekly([null, null]);
    const [first, second] = video.course.modules;
    if (!first || !second) throw new Error("no modules");
    first.lessons = [{ ...(first.lessons[0] as never as object), kind: "video" } as never];
    second.gate = waits({ from: "passed", item: first.lessons[0]?.id ?? "" });
    expect(never(video)).toMatchObject({ weight: "likely", item: "m2" });
    expect(
      kinds({
        ...video,
        course: {
          ...video.course,
          modules: [
            {
              ...first,
              lessons: [{ ...(first.lessons[0] as never as object), kind: "quiz" } as never],
            },
            second,
          ],
        },
      }),
    ).toEqual([]);
    const optional = weekly([null, waits({ from: "completed", item: "m1" })]);
    (optional.course.modules[0]?.lessons[0] as { required: boolean }).required = false;
    expect(never(optional).reason).toMatch(/no lesson of it has to be done/);
    const term = weekly([waits({ from: "cohort-start", add: "P7D" })]);
    expect(never(term).weight).toBe("likely");
    expect(
      kinds(
        weekly([waits({ from: "cohort-start", add: "P7D" })], {}, [
          { id: "k", starts: "2027-04-05", ends: "2027-06-05" },
        ]),
      ),
    ).toEqual([]);
  });
  test("where any condition is enough, one that never comes is worth a look", () => {
    const made = weekly([
      null,
      waits({ from: "completed", item: "gone" }, "any", { from: "enrolled", add: "P7D" }),
    ]);
    expect(never(made).weight).toBe("look");
    expect(adds(mended(made, never(made)))).toEqual([undefined, "P7D"]);
  });
});

describe("closings and the end of access", () => {
  const closing = (closes: object) => {
    const made = weekly([after("P14D")]);
    (made.course.modules[0] as { closes: object }).closes = closes;
    return made;
  };
  test("a part that shuts before it opens", () => {
    const made = closing({ from: "enrolled", add: "P7D", edge: "end" });
    const snag = only(made, "closes-first");
    expect(snag.reason).toBe(
      "“Part 1” shuts (the end of Fri 12 Mar 2027) before it opens (Fri 19 Mar 2027, 07:00) for somebody who enrolls Fri 5 Mar 2027.",
    );
    expect(kinds(mended(made, snag))).toEqual([]);
    expect(kinds(closing({ from: "enrolled", add: "P21D", edge: "end" }))).toEqual([]);
  });
  test("a closed day that moves an opening past its closing", () => {
    const made = closing({ from: "date", date: "2027-03-19", edge: "end" });
    const moment = made.course.modules[0]?.gate?.when[0] as { workdays?: boolean };
    moment.workdays = true;
    expect(kinds(made)).toEqual([]);
    expect(only(made, "closes-first", school(["2027-03-19"])).reason).toContain(
      "Mon 22 Mar 2027, 07:00",
    );
  });
  test("a validity shorter than the schedule, mended by a longer one", () => {
    const made = weekly([null, after("P35D"), after("P42D")], {
      validity: [{ from: "enrolled", add: "P30D", edge: "end" }],
    });
    const snag = only(made, "short-validity");
    expect(snag.reason).toBe(
      "The course is one's own until the end of Sun 4 Apr 2027 for somebody who enrolls Fri 5 Mar 2027, and “Part 3” opens Fri 16 Apr 2027, 07:00, like 1 more too late.",
    );
    expect(snag.mends.map(({ label }) => label)).toEqual(["Make it 7 weeks", "Make it for ever"]);
    for (const which of [0, 1]) expect(kinds(mended(made, snag, which))).toEqual([]);
  });
  test("the last who may enroll misses what the first still gets: the window counts at both ends", () => {
    const made = weekly([null, waits({ from: "date", date: "2027-05-10" })], {
      window: { opens: "2027-03-01", closes: "2027-06-01" },
      validity: [{ from: "date", date: "2027-06-30", edge: "end" }],
    });
    expect(kinds(made)).toEqual([]);
    expect(
      kinds(
        weekly(
          [null, after("P30D")],
          made.course.window ? { window: made.course.window, validity: made.course.validity } : {},
        ),
      ),
    ).toEqual(["short-validity"]);
  });
  const spring = { id: "k", starts: "2027-04-05", ends: "2027-05-02" };
  const term = (add: string, more: object = {}) =>
    weekly([null, waits({ from: "cohort-start", add })], {}, [{ ...spring, ...more }]);
  test("an opening after the cohort's end", () => {
    expect(only(term("P28D"), "after-access")).toMatchObject({ item: "m2", cohort: "k" });
    expect(kinds(term("P27D"))).toEqual([]);
    expect(kinds(term("P28D", { grace: 1 }))).toEqual([]);
    // Its end does not end access: what comes later is said of the cohort.
    expect(only(term("P28D", { grace: null }), "cohort-dates").reason).toContain(
      "ends Sun 2 May 2027, before “Part 2” opens (Mon 3 May 2027, 07:00)",
    );
  });
  test("a cohort that starts before its window closes", () => {
    const window = { opens: "2027-03-01", closes: "2027-04-10" };
    expect(only(term("P7D", { window }), "cohort-dates").reason).toMatch(
      /starts Mon 5 Apr 2027, while people may enroll until Sat 10 Apr 2027/,
    );
    expect(kinds(term("P7D", { window: { ...window, closes: "2027-04-05" } }))).toEqual([]);
  });
});

test("a module without lessons, a lesson without content; drafts are left alone", () => {
  const made = weekly([null, null]);
  const [first, second] = made.course.modules;
  if (!first || !second) throw new Error("no modules");
  first.lessons = [];
  second.lessons = [{ ...(second.lessons[0] as never as object), empty: true } as never];
  expect(kinds(made)).toEqual(["no-lessons", "no-content"]);
  first.visible = "draft";
  second.visible = "hidden";
  expect(kinds(made)).toEqual([]);
});

test("many empty lessons are said once, and kept back by one press", () => {
  const made = weekly([null, null, null, null, null]);
  for (const module of made.course.modules)
    module.lessons = module.lessons.map((one) => ({ ...one, empty: true }));
  const snag = only(made, "no-content");
  expect(snag.reason).toMatch(/^5 lessons are empty: .* and 3 more\.$/);
  const kept = mended(made, snag).course.modules.flatMap(({ lessons }) => lessons);
  expect(kept.map(({ visible }) => visible)).toEqual(Array(5).fill("draft"));
});

describe("a release hour that falls in a clock change", () => {
  test.each([
    // Summer time in the European Union begins at 01:00 UTC on the last Sunday of March (Directive 2000/84/EC).
    [
      "01:30",
      "Europe/Lisbon",
      /on Sun 28 Mar 2027 the clocks change, and that time does not exist, so what opens then opens at 02:30/,
    ],
    ["02:30", "Europe/Berlin", /on Sun 28 Mar 2027 .* opens at 03:30/],
    // In the United States at 02:00 local time on the second Sunday of March (15 U.S.C. 260a).
    ["02:30", "America/New_York", /on Sun 14 Mar 2027/],
    // And back on the first Sunday of November.
    ["01:30", "America/New_York", /on Sun 7 Nov 2027 the clocks change, and that time comes twice/],
  ])("%s in %s", (releaseHour, zone, says) => {
    const made = weekly([null], { releaseHour });
    const snag = only(made, "clock-change", school([], zone));
    expect(snag.reason).toMatch(says);
    expect(kinds(mended(made, snag), school([], zone))).toEqual([]);
  });
  test.each([
    ["07:00", "Europe/Lisbon"],
    ["02:30", "Africa/Johannesburg"],
    ["00:30", "Europe/Lisbon"],
  ])("%s in %s is silent", (releaseHour, zone) => {
    expect(kinds(weekly([null], { releaseHour }), school([], zone))).toEqual([]);
  });
});

describe("a snag's name", () => {
  const made = weekly([after("P7D"), after("P7D")]);
  test("stays while its place stays, whatever happens elsewhere", () => {
    const more = {
      ...made.course,
      modules: [
        ...made.course.modules,
        ...weekly([null]).course.modules.map((m) => ({ ...m, id: "z" })),
      ],
    };
    const keyOf = (course: PlanCourse) =>
      snags({ course, cohorts: [] }).find(({ kind }) => kind === "repeated-offset")?.key;
    expect(keyOf(more)).toBe(keyOf(made.course));
  });
  test("is another when its place changes", () => {
    const changed = weekly([after("P14D"), after("P14D")]);
    expect(only(changed, "repeated-offset").key).not.toBe(only(made, "repeated-offset").key);
  });
});

test("what stops publishing comes first, then what is likely a mistake, in outline order", () => {
  const made = weekly([after("P7D"), after("P7D"), waits({ from: "opened", item: "m3" })]);
  expect(snags(made).map(({ weight }) => weight)).toEqual(["stops", "likely"]);
});
