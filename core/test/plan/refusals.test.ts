import { LARGEST_PLAN, parsePlanText } from "../../src/plan";
import { faults, planOf } from "../helpers";

const moduleGate = (moment: object) =>
  planOf({ modules: [{ id: "m", gate: { need: "all", when: [moment] } }] });
const atGate = "courses[0].modules[0].gate.when[0]";

describe("a plan is refused with the path and the reason of every fault", () => {
  test.each([
    [
      "an unknown zone",
      planOf({ enrollment: { timeZone: "Mars/Olympus" } }),
      /^enrollments\[0\]\.timeZone: "Mars\/Olympus" is not a time zone/,
    ],
    [
      "an impossible date",
      moduleGate({ from: "date", date: "2027-02-30" }),
      new RegExp(`^${esc(atGate)}\\.date: 2027-02-30 does not exist`),
    ],
    [
      "an offset of 10,000 years",
      moduleGate({ from: "enrolled", add: "P10000Y" }),
      new RegExp(`^${esc(atGate)}\\.add: .*longer than 1000 years`),
    ],
    [
      "a mix of days and hours",
      moduleGate({ from: "enrolled", add: "P1DT2H" }),
      new RegExp(`^${esc(atGate)}\\.add: .*mixes`),
    ],
    [
      "an unknown key",
      planOf({ modules: [{ id: "m", colour: "red" } as never] }),
      /^courses\[0\]\.modules\[0\]\.colour: Unknown key/,
    ],
    [
      "an unknown key beside an anchor",
      moduleGate({ from: "enrolled", item: "x" }),
      new RegExp(`^${esc(atGate)}\\.item: Unknown key`),
    ],
    [
      "a gate on an item that does not exist",
      moduleGate({ from: "completed", item: "nowhere" }),
      new RegExp(`^${esc(atGate)}\\.item: The course "c" has no module or lesson "nowhere"`),
    ],
    [
      "a cohort that ends before it starts",
      planOf({ cohort: { starts: "2027-05-01", ends: "2027-04-01" } }),
      /^cohorts\[0\]\.ends: The cohort ends before it starts/,
    ],
    [
      "a window that closes before it opens",
      planOf({ course: { window: { opens: "2027-05-01", closes: "2027-04-30" } } }),
      /^courses\[0\]\.window\.closes: The window closes before/,
    ],
    [
      "an hour offset with a weekday",
      moduleGate({ from: "enrolled", add: "PT2H", weekdays: [1] }),
      new RegExp(`^${esc(atGate)}\\.weekdays: An offset in hours`),
    ],
    [
      "an empty list of weekdays",
      moduleGate({ from: "enrolled", weekdays: [] }),
      new RegExp(`^${esc(atGate)}\\.weekdays: An empty list`),
    ],
    [
      "a weekday that is none",
      moduleGate({ from: "enrolled", weekdays: [0] }),
      new RegExp(`^${esc(atGate)}\\.weekdays\\[0\\]: A weekday is`),
    ],
    [
      "an offset on staff",
      moduleGate({ from: "staff", add: "P1D" }),
      new RegExp(`^${esc(atGate)}\\.add: "staff" stands alone`),
    ],
    [
      "an unknown anchor",
      moduleGate({ from: "sunrise" }),
      new RegExp(`^${esc(atGate)}\\.from: "sunrise" is not an anchor`),
    ],
    [
      "the first payment as a part",
      moduleGate({ from: "paid", part: 1 }),
      new RegExp(`^${esc(atGate)}\\.part: A part is a whole number from 2`),
    ],
    [
      "a moment without an anchor",
      moduleGate({ add: "P1D" }),
      new RegExp(`^${esc(atGate)}\\.from: A moment needs "from"`),
    ],
    [
      "an anchor without its item",
      moduleGate({ from: "opened" }),
      new RegExp(`^${esc(atGate)}\\.item: Missing`),
    ],
    [
      "a course that opens as a whole",
      moduleGate({ from: "opened", item: "c" }),
      new RegExp(`^${esc(atGate)}\\.item: "c" is the course itself`),
    ],
    [
      "workdays where the calendar has none",
      {
        ...moduleGate({ from: "enrolled", workdays: true }),
        school: {
          timeZone: "UTC",
          currency: "EUR",
          calendar: { weekend: [1, 2, 3, 4, 5, 6, 7], closed: [] },
        },
      },
      new RegExp(`^${esc(atGate)}\\.workdays: The school calendar leaves no such day`),
    ],
    [
      "a weekend day that must be a workday",
      moduleGate({ from: "enrolled", workdays: true, weekdays: [6] }),
      new RegExp(`^${esc(atGate)}\\.weekdays: The school calendar`),
    ],
    [
      "a zone that is none",
      moduleGate({ from: "enrolled", zone: "Nowhere/Here" }),
      new RegExp(`^${esc(atGate)}\\.zone: .*"school" or "enrollee"`),
    ],
    [
      "two lessons of one name",
      planOf({ modules: [{ id: "m", lessons: ["l", "l"] }] }),
      /^courses\[0\]\.modules\[0\]\.lessons\[1\]\.id: Another lesson/,
    ],
    [
      "a lesson called like its course",
      planOf({ modules: [{ id: "m", lessons: ["c"] }] }),
      /lessons\[0\]\.id: "c" is the course's own name/,
    ],
    [
      "an enrollment in no course",
      planOf({ enrollment: { course: "x" } }),
      /^enrollments\[0\]\.course: There is no course "x"/,
    ],
    [
      "an enrollment in a missing cohort",
      planOf({ enrollment: { cohort: "x" } }),
      /^enrollments\[0\]\.cohort: There is no cohort "x"/,
    ],
    [
      "a cohort gate on nothing",
      planOf({ cohort: { gates: { nowhere: null } } }),
      /^cohorts\[0\]\.gates\.nowhere: The course "c" has no/,
    ],
    [
      "staff in a validity",
      planOf({ enrollment: { validity: [{ from: "staff" }] } }),
      /^enrollments\[0\]\.validity\[0\]\.from: "staff" is not an anchor here/,
    ],
    [
      "an event of no type",
      planOf({ events: [{ at: "2027-03-06T00:00:00Z" }] }),
      /^enrollments\[0\]\.events\[0\]\.type: An event needs a "type"/,
    ],
    [
      "an event on nothing",
      planOf({ events: [{ type: "completed", item: "x", at: "2027-03-06T00:00:00Z" }] }),
      /^enrollments\[0\]\.events\[0\]\.item: The course "c" has no/,
    ],
    [
      "a module that is passed",
      planOf({ events: [{ type: "passed", item: "m", at: "2027-03-06T00:00:00Z" }] }),
      /^enrollments\[0\]\.events\[0\]\.item: "passed" cannot be said of a module/,
    ],
    [
      "an extension by nothing",
      planOf({ events: [{ type: "extended", at: "2027-03-06T00:00:00Z" }] }),
      /^enrollments\[0\]\.events\[0\]: An extension has either/,
    ],
    [
      "a score of 80",
      planOf({
        modules: [{ id: "m", lessons: ["l"] }],
        events: [{ type: "passed", item: "l", score: 80, at: "2027-03-06T00:00:00Z" }],
      }),
      /score: A score is a number from 0 to 1/,
    ],
    [
      "a missing start",
      planOf({ enrollment: { enrolledAt: undefined } }),
      /^enrollments\[0\]\.enrolledAt: Missing/,
    ],
    [
      "another version",
      { ...planOf({}), dawnGatePlan: 2 },
      /^dawnGatePlan: A plan file says "dawnGatePlan": 1/,
    ],
    ["a list", [], /^\(plan\): /],
    ["nothing", null, /^\(plan\): /],
  ])("%s", (_, plan, reason) => {
    const found = faults(plan);
    expect(found).toHaveLength(1);
    expect(found[0]).toMatch(reason);
  });

  test("every fault is told, not only the first", () => {
    const found = faults(
      planOf({
        modules: [
          {
            id: "m",
            gate: {
              need: "all",
              when: [
                { from: "enrolled", add: "P1DT1H" },
                { from: "date", date: "2027-13-01" },
              ],
            },
          },
        ],
        enrollment: { timeZone: "X" },
      }),
    );
    expect(found).toHaveLength(3);
  });

  test("ids like those of an object's own parts are ordinary ids", () => {
    expect(
      faults(
        planOf({
          modules: [{ id: "constructor", lessons: ["toString", "hasOwnProperty"] }],
          cohort: { gates: { constructor: null } },
        }),
      ),
    ).toEqual([]);
  });

  test("closed dates that leave no Monday for ten years starve an alignment", () => {
    const closed = Array.from({ length: 530 }, (_, week) =>
      new Date(Date.UTC(2027, 0, 4 + 7 * week)).toISOString().slice(0, 10),
    );
    const school = { calendar: { weekend: [6, 7], closed } };
    const gate = (weekdays: number[]) => ({
      need: "all",
      when: [{ from: "enrolled", workdays: true, weekdays }],
    });
    expect(faults(planOf({ school, modules: [{ id: "m", gate: gate([1]) }] }))[0]).toMatch(
      /no such day in ten years/,
    );
    expect(faults(planOf({ school, modules: [{ id: "m", gate: gate([1, 2]) }] }))).toEqual([]);
  });
});

describe("a plan file's text", () => {
  const reason = (text: string) => {
    const result = parsePlanText(text);
    return result.ok ? "" : `${result.faults[0]?.path}: ${result.faults[0]?.reason}`;
  };
  test("empty, not JSON, too large", () => {
    expect(reason("")).toBe("(plan): The plan is empty");
    expect(reason(" \n ")).toBe("(plan): The plan is empty");
    expect(reason("{ broken")).toMatch(/^\(plan\): The plan is not JSON: /);
    expect(reason('"'.repeat(LARGEST_PLAN + 1))).toMatch(/larger than 32 MB/);
    expect(reason("[".repeat(200_000))).toMatch(/not JSON/);
  });
  test("a byte order mark and Windows line ends do no harm", () => {
    const text = `\uFEFF${JSON.stringify(planOf({}), null, 2).replaceAll("\n", "\r\n")}`;
    expect(parsePlanText(text).ok).toBe(true);
  });
});

function esc(text: string): string {
  return text.replaceAll(/[[\].]/g, "\\$&");
}
