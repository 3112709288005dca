import { courseSchema, enrollmentSchema } from "@dawngate/core/plan";
import { evaluate, prepareCourse, writeExplainedTimeline } from "@dawngate/core/schedule";
import { saySooner } from "@dawngate/core/schedule/words";
import { type Instant, zoneOf } from "@dawngate/core/time";

const school = {
  timeZone: "Europe/Lisbon",
  currency: "EUR",
  calendar: { weekend: [6, 7], closed: [] },
};
const all = (...when: object[]) => ({ need: "all", when });

/** What would open the second part sooner, for somebody who enrolled on 5 March and is asked about on 6 March. */
function sooner(
  gate: object | null,
  more: object = {},
  at = "2027-03-06T12:00:00Z",
  course: object = {},
) {
  const plan = courseSchema.parse({
    id: "c",
    title: "Bread",
    releaseHour: "07:00",
    ...course,
    modules: [
      { id: "m1", title: "Starter", lessons: [{ id: "q", title: "Quiz", kind: "quiz" }] },
      { id: "m2", title: "Loaf", gate, lessons: [{ id: "l", title: "Fold" }] },
    ],
  });
  const enrollment = enrollmentSchema.parse({
    id: "e",
    course: "c",
    timeZone: "Europe/Lisbon",
    enrolledAt: "2027-03-05T14:20:00Z",
    ...more,
  });
  const timeline = writeExplainedTimeline(
    evaluate(prepareCourse(school, plan, null), enrollment, Date.parse(at) as Instant),
  );
  const titles: Record<string, string> = { m1: "Starter", m2: "Loaf", q: "Quiz", l: "Fold" };
  const speaker = {
    zone: zoneOf("Europe/Lisbon"),
    titleOf: (id: string) => titles[id] ?? id,
    person: "you" as const,
  };
  const say = (id: string) => {
    const item = timeline.items.find((one) => one.id === id);
    if (!item) throw new Error(`no ${id}`);
    return saySooner(item, timeline.access, speaker);
  };
  return { part: say("m2"), lesson: say("l") };
}
const BY_HAND = "A member of staff can open it for you.";

describe("what would have to happen for it to open sooner", () => {
  test.each<[string, object | null, string[]]>([
    ["open already", null, []],
    [
      "counted from enrolling",
      all({ from: "enrolled", add: "P7D" }),
      ["It counts from when you enrolled, which stands: its gate would have to change.", BY_HAND],
    ],
    [
      "on a date",
      all({ from: "date", date: "2027-04-01" }),
      ["The date in its gate would have to change.", BY_HAND],
    ],
    [
      "after another opens",
      all({ from: "opened", item: "m1", add: "P7D" }),
      ["“Starter” would have to open sooner.", BY_HAND],
    ],
    ["waits for a pass", all({ from: "passed", item: "q" }), ["You pass “Quiz”.", BY_HAND]],
    [
      "waits for two things",
      all({ from: "completed", item: "m1" }, { from: "signal", name: "badge" }),
      ["You finish “Starter”.", "“badge” would have to be reported.", BY_HAND],
    ],
    ["by hand", all({ from: "staff" }), ["A member of staff would have to open “Loaf”."]],
    [
      "whichever comes first",
      {
        need: "any",
        when: [
          { from: "enrolled", add: "P7D" },
          { from: "passed", item: "q" },
        ],
      },
      [
        "It counts from when you enrolled, which stands: its gate would have to change.",
        "You pass “Quiz”.",
        BY_HAND,
      ],
    ],
  ])("%s", (_, gate, says) => {
    expect(sooner(gate).part).toEqual(says);
  });
  test("a lesson that waits with its module names the module", () => {
    expect(sooner(all({ from: "enrolled", add: "P7D" })).lesson).toEqual([
      "Its module, “Loaf”, would have to open sooner.",
      BY_HAND,
    ]);
  });
  test("before payment, and before the course opens", () => {
    expect(sooner(null, { needsPayment: true }).part).toEqual([
      "The first payment would have to clear.",
    ]);
    expect(sooner(null, {}, "2027-03-06T12:00:00Z", { opensOn: "2027-05-01" }).part).toEqual([
      "The course itself would have to open earlier.",
      BY_HAND,
    ]);
  });
  test("a pause, a suspension, an end", () => {
    const event = (type: string) => ({ events: [{ type, at: "2027-03-06T10:00:00Z" }] });
    expect(sooner(null, event("paused")).part).toEqual(["The pause would have to end."]);
    expect(sooner(null, event("suspended")).part).toEqual([
      "The suspension would have to be lifted.",
    ]);
    expect(
      sooner(
        null,
        { validity: [{ from: "enrolled", add: "P1D", edge: "end" }] },
        "2027-04-01T00:00:00Z",
      ).part,
    ).toEqual(["Your access would have to be extended or renewed."]);
  });
});
