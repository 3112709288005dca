import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { spawned as dawngate } from "./command";

const folder = mkdtempSync(join(tmpdir(), "dawngate-"));
afterAll(() => rmSync(folder, { recursive: true }));

const plan = {
  dawnGatePlan: 1,
  school: { timeZone: "Europe/Lisbon", currency: "EUR", calendar: { weekend: [6, 7], closed: [] } },
  courses: [
    {
      id: "c1",
      title: "Bread",
      releaseHour: "07:00",
      modules: [
        { id: "m1", title: "One", lessons: [{ id: "l1", title: "First", kind: "video" }] },
        {
          id: "m2",
          title: "Two",
          gate: { need: "all", when: [{ from: "enrolled", add: "P7D" }] },
          lessons: [],
        },
      ],
    },
  ],
  enrollments: ["e1", "e2"].map((id) => ({
    id,
    course: "c1",
    timeZone: "Europe/Lisbon",
    enrolledAt: "2027-03-05T14:20:00Z",
    validity: [{ from: "enrolled", add: "P90D", edge: "end" }],
    events: [{ type: "completed", item: "l1", at: "2027-03-06T09:00:00Z" }],
  })),
};

function file(name: string, content: string | Uint8Array): string {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
}
const good = file("good.json", JSON.stringify(plan));
const AT = ["--at", "2027-03-20T12:00:00Z"];

describe("dawngate timeline", () => {
  test("answers in JSON as plan-file.md has it", () => {
    const { code, output, errors } = dawngate([
      "timeline",
      "--plan",
      good,
      ...AT,
      "--enrollment",
      "e1",
    ]);
    expect({ code, errors }).toEqual({ code: 0, errors: "" });
    const answer = JSON.parse(output);
    expect(answer).toMatchObject({
      at: "2027-03-20T12:00:00Z",
      enrollments: [
        {
          id: "e1",
          access: {
            from: "2027-03-05T14:20:00Z",
            until: "2027-06-03T23:00:00Z",
            state: "open",
            untilWaitsFor: [],
          },
          progress: { done: 1, of: 1 },
          completedAt: "2027-03-06T09:00:00Z",
        },
      ],
    });
    expect(Object.keys(answer.enrollments[0].items[0])).toEqual([
      "id",
      "opens",
      "notBefore",
      "closes",
      "due",
      "state",
      "done",
      "reachable",
      "waitsFor",
      "why",
    ]);
  });
  test("reads standard input, and answers in CSV and iCalendar", () => {
    const csv = dawngate(["timeline", "--plan", "-", ...AT, "--format=csv"], JSON.stringify(plan));
    expect(csv.code).toBe(0);
    expect(csv.output.split("\r\n")).toHaveLength(1 + 2 * 4 + 1);
    const text = dawngate(["timeline", "--plan", good, ...AT, "--format", "text"]);
    expect(text.output).toContain(
      "  Two | 7 days after enrolling | open; opens Fri 12 Mar 2027, 07:00\n",
    );
    // Another gate, written as a sentence.
    const gate = ["--gate", "m2=14 days after enrolling, on a Monday, at 08:00"];
    const other = dawngate(["timeline", "--plan", good, ...AT, "--format", "text", ...gate]);
    expect(other.output).toContain(
      "  Two | 14 days after enrolling, moved to a Monday, at 08:00 | scheduled; opens Mon 22 Mar 2027, 08:00\n",
    );
    for (const [said, words] of [
      ["m2=14 days aft", /--gate: “aft” is not understood here \(at letter 9\)/],
      ["nothing=at once", /the plan has no module or lesson "nothing"/],
    ] as const) {
      const off = dawngate(["timeline", "--plan", good, ...AT, "--gate", said]);
      expect(off.code).toBe(2);
      expect(off.errors).toMatch(words);
    }
    const ics = dawngate(["timeline", "--plan", good, ...AT, "--format", "ics"]);
    expect(ics.output).toMatch(/^BEGIN:VCALENDAR\r\n[\s\S]*END:VCALENDAR\r\n$/);
  });
  test("an answer larger than a pipe is written whole", () => {
    const many = {
      ...plan,
      enrollments: Array.from({ length: 1500 }, (_, i) => ({
        ...plan.enrollments[0],
        id: `e${i}`,
      })),
    };
    const { code, output } = dawngate(["timeline", "--plan", "-", ...AT], JSON.stringify(many));
    expect(code).toBe(0);
    expect(output.length).toBeGreaterThan(1 << 20);
    expect(JSON.parse(output).enrollments).toHaveLength(1500);
  });
});

describe("input that is refused: exit 1, each fault a line, nothing half printed", () => {
  test.each([
    ["an empty file", file("empty.json", ""), /^\(plan\): The plan is empty\n$/],
    ["not JSON", file("not.json", "hello"), /^\(plan\): The plan is not JSON: .*\n$/],
    [
      "a 50 MB file",
      file("large.json", " ".repeat(50_000_000)),
      /large\.json: A plan file has at most 32 MB/,
    ],
    [
      "not UTF-8",
      file("latin.json", new Uint8Array([0x22, 0xe9, 0x22])),
      /latin\.json: This is not text in UTF-8/,
    ],
    ["no such file", join(folder, "none.json"), /none\.json: There is no such file/],
    ["a folder", folder, /: This is a folder/],
    [
      "a fault",
      file(
        "fault.json",
        JSON.stringify({ ...plan, enrollments: [{ ...plan.enrollments[0], timeZone: "X" }] }),
      ),
      /^enrollments\[0\]\.timeZone: "X" is not a time zone.*\n$/,
    ],
  ])("%s", (_, path, errors) => {
    expect(dawngate(["timeline", "--plan", path, ...AT])).toEqual({
      code: 1,
      output: "",
      errors: expect.stringMatching(errors),
    });
  });
  test("50 MB on standard input", () => {
    const run = dawngate(["timeline", "--plan", "-", ...AT], " ".repeat(50_000_000));
    expect(run).toMatchObject({ code: 1, output: "" });
    expect(run.errors).toMatch(/at most 32 MB/);
  });
});

describe("words that are off: exit 2", () => {
  test.each([
    [[], /Say which command/],
    [["sunrise"], /no command "sunrise"/],
    [["timeline", ...AT], /Say which plan/],
    [["timeline", "--plan", good], /Say at which instant/],
    [["timeline", "--plan", good, "--at", "today"], /--at: "today" is not an instant/],
    [["timeline", "--plan", good, ...AT, "--format", "xml"], /--format is one of/],
    [["timeline", "--plan", good, ...AT, "--enrollment", "nobody"], /no enrollment "nobody"/],
    [["timeline", "--plan", good, ...AT, ...AT], /given 2 times/],
    [["timeline", "--plan", good, ...AT, "--color"], /--color/],
    [["timeline", "--plan"], /--plan/],
  ])("%p", (words, errors) => {
    const run = dawngate(words);
    expect(run).toMatchObject({ code: 2, output: "" });
    expect(run.errors).toMatch(errors);
  });
});

describe("dawngate snags", () => {
  test("lists what looks like a fault, with its weight, place, reason and mends", () => {
    const { code, output } = dawngate(["snags", "--plan", good, ...AT]);
    expect(code).toBe(0);
    expect(JSON.parse(output)).toEqual({
      snags: [
        {
          course: "c1",
          kind: "no-lessons",
          weight: "likely",
          item: "m2",
          cohort: null,
          reason: "“Two” has no lessons that people see.",
          mends: ["Keep it back as a draft"],
          key: expect.stringMatching(/^no-lessons\/m2\//),
        },
      ],
    });
  });
  test("refuses a plan that is off, and words that are", () => {
    expect(dawngate(["snags", "--plan", file("bad.json", "{}")]).code).toBe(1);
    expect(dawngate(["snags"]).code).toBe(2);
    expect(dawngate(["snags", "--plan", good, "--at", "today"]).code).toBe(2);
  });
});

describe("dawngate ripple", () => {
  const later = structuredClone(plan);
  const gate = later.courses[0]?.modules[1]?.gate?.when[0];
  if (gate) gate.add = "P21D";
  const moved = file("later.json", JSON.stringify(later));
  test("says what a change does to everybody, and that in favor of them alone it does nothing", () => {
    const { code, output } = dawngate(["ripple", "--before", good, "--after", moved, ...AT]);
    expect(code).toBe(0);
    const found = JSON.parse(output);
    expect(found.at).toBe("2027-03-20T12:00:00Z");
    expect(found.totals).toMatchObject({ people: 2, touched: 2, loses: 2, later: 2 });
    expect(found.groups).toEqual([{ enrollments: ["e1", "e2"], like: "e1" }]);
    expect(found.people[0]).toMatchObject({
      id: "e1",
      loses: ["m2"],
      moves: [
        {
          item: "m2",
          what: "opens",
          before: "2027-03-12T07:00:00Z",
          after: "2027-03-26T07:00:00Z",
        },
      ],
      end: null,
    });
    expect(found.onlyInFavor).toMatchObject({ touched: 0 });
  });
  test("needs two plans and an instant; one of the plans may come on standard input", () => {
    for (const words of [
      ["ripple", "--before", good],
      ["ripple", "--before", good, "--after", moved],
      ["ripple", "--before", "-", "--after", "-", ...AT],
    ])
      expect(dawngate(words).code).toBe(2);
    expect(
      dawngate(["ripple", "--before", good, "--after", file("worse.json", "{}"), ...AT]).code,
    ).toBe(1);
    expect(
      dawngate(["ripple", "--before", "-", "--after", moved, ...AT], JSON.stringify(plan)).code,
    ).toBe(0);
  });
});

describe("dawngate bench", () => {
  test("compares only what gives the same openings, and leaves SQL out where no server runs", () => {
    const { code, output } = dawngate(["bench", "--enrollees", "300", "--lessons", "2", "--json"]);
    expect(code).toBe(0);
    const { nsPerOpening, ratios, scaling, peakMegabytes } = JSON.parse(output);
    expect(Object.keys(nsPerOpening).sort()).toEqual([
      "barePass",
      "bulk",
      "bulkWithEvents",
      "luxon",
      "plain",
    ]);
    expect(Object.keys(ratios).sort()).toEqual([
      "bulkOverBarePass",
      "eventsOverBarePass",
      "luxonOverBulk",
      "plainOverBulk",
    ]);
    expect(scaling.map(({ enrollees }: { enrollees: number }) => enrollees)).toEqual([
      3, 30, 300, 3000,
    ]);
    expect(peakMegabytes).toBeGreaterThan(10);
  }, 120_000);
  test.each(["0", "many", "1.5", "1000001"])("a size of %s is off", (size) => {
    expect(dawngate(["bench", "--enrollees", size]).code).toBe(2);
  });
});
