import { ask, opening } from "../helpers";

const gate = (need: string, ...when: object[]) => ({ need, when });
const onDate = (date: string) => ({ from: "date", date });

describe("gates", () => {
  const open = (need: string, ...when: object[]) =>
    ask({
      modules: [
        { id: "m", gate: gate(need, ...when) },
        { id: "x", lessons: ["l"] },
      ],
    }).item("m");

  test("all opens at the latest, any at the earliest", () => {
    expect(open("all", onDate("2027-04-01"), onDate("2027-05-01")).opens).toBe(
      "2027-05-01T06:00:00Z",
    );
    expect(open("any", onDate("2027-04-01"), onDate("2027-05-01")).opens).toBe(
      "2027-04-01T06:00:00Z",
    );
  });
  test("all with one waiting has no date, and says what is known and what is missing", () => {
    expect(open("all", onDate("2027-04-01"), { from: "completed", item: "l" })).toMatchObject({
      opens: null,
      notBefore: "2027-04-01T06:00:00Z",
      state: "waiting",
      waitsFor: [{ from: "completed", item: "l" }],
    });
  });
  test("any needs only one", () => {
    expect(open("any", onDate("2027-04-01"), { from: "completed", item: "l" })).toMatchObject({
      opens: "2027-04-01T06:00:00Z",
      waitsFor: [],
      notBefore: null,
    });
  });
  test("an empty gate adds nothing, and access holds every gate", () => {
    expect(open("any").opens).toBe("2027-03-05T14:20:00Z");
    expect(open("all", onDate("2027-01-01")).opens).toBe("2027-03-05T14:20:00Z");
  });
  test("no name twice, and staff is named with its item", () => {
    const passed = { from: "passed", item: "l" };
    expect(
      open(
        "all",
        passed,
        { ...passed, add: "P1D" },
        { from: "staff" },
        { from: "signal", name: "badge" },
      ).waitsFor,
    ).toEqual([passed, { from: "staff", item: "m" }, { from: "signal", name: "badge" }]);
  });
  test("the module's missing things come before the lesson's own", () => {
    const { item } = ask({
      enrollment: { needsPayment: true },
      modules: [
        { id: "a", lessons: [{ id: "first", holdsNext: true }] },
        {
          id: "m",
          gate: gate("all", { from: "started" }),
          lessons: [
            { id: "l", gate: gate("all", { from: "passed", item: "first" }, { from: "started" }) },
          ],
        },
      ],
    });
    expect(item("l").waitsFor).toEqual([
      { from: "paid" },
      { from: "started" },
      { from: "passed", item: "first" },
      { from: "completed", item: "first" },
    ]);
    expect(item("l").notBefore).toBe("2027-03-05T14:20:00Z");
  });
  test("a cohort's own gate stands in for the item's; null: none", () => {
    const modules = [{ id: "m", gate: gate("all", onDate("2027-05-01")) }];
    const cohort = (gates: object) => ask({ modules, cohort: { gates } }).item("m").opens;
    expect(cohort({})).toBe("2027-05-01T06:00:00Z");
    expect(cohort({ m: gate("all", { from: "cohort-start", add: "P7D" }) })).toBe(
      "2027-04-12T06:00:00Z",
    );
    expect(cohort({ m: null })).toBe("2027-04-04T23:00:00Z");
  });
  test("somebody without a cohort waits for a cohort anchor for ever", () => {
    expect(opening({ from: "cohort-start" }).waitsFor).toEqual([{ from: "cohort-start" }]);
  });
});

describe("every anchor, and nothing after now", () => {
  const events = [
    { type: "completed", item: "l", at: "2027-03-08T10:00:00Z" },
    { type: "passed", item: "q", score: 0.8, at: "2027-03-09T10:00:00Z" },
    { type: "signal", name: "badge", at: "2027-03-10T10:00:00Z" },
    { type: "part-paid", part: 2, at: "2027-03-12T10:00:00Z" },
    { type: "part-paid", part: 2, at: "2027-03-11T10:00:00Z" },
  ];
  const enrollment = { paidAt: "2027-03-06T10:00:00Z", startedAt: "2027-03-07T10:00:00Z" };
  test.each([
    [{ from: "paid" }, "2027-03-06T10:00:00Z"],
    [{ from: "paid", part: 2 }, "2027-03-11T10:00:00Z"],
    [{ from: "started" }, "2027-03-07T10:00:00Z"],
    [{ from: "completed", item: "l" }, "2027-03-08T10:00:00Z"],
    [{ from: "completed", item: "q" }, "2027-03-09T10:00:00Z"],
    [{ from: "passed", item: "q" }, "2027-03-09T10:00:00Z"],
    [{ from: "signal", name: "badge" }, "2027-03-10T10:00:00Z"],
    [{ from: "completed", item: "x" }, "2027-03-09T10:00:00Z"],
    [{ from: "access", add: "PT1H" }, "2027-03-05T15:20:00Z"],
    [{ from: "opened", item: "x" }, "2027-03-05T14:20:00Z"],
  ])("%p", (moment, expected) => {
    const sketch = { enrollment, events, modules: [{ id: "x", lessons: ["l", "q"] }] };
    expect(opening(moment, sketch).opens).toBe(expected);
    if (moment.from === "access" || moment.from === "opened") return;
    const before = opening(moment, sketch, "2027-03-06T09:59:59Z");
    expect(before).toMatchObject({ opens: null, waitsFor: [moment] });
  });

  test("a pass does not stand for another lesson's, and completing is not passing", () => {
    const sketch = { events, modules: [{ id: "x", lessons: ["l", "q"] }] };
    expect(opening({ from: "passed", item: "l" }, sketch).opens).toBeNull();
  });

  test("opened chains: a week after the one before opened, ahead of now", () => {
    const chain = (item: string) => gate("all", { from: "opened", item, add: "P7D" });
    const { item } = ask({
      modules: [{ id: "a" }, { id: "b", gate: chain("a") }, { id: "c2", gate: chain("b") }],
    });
    expect(item("b").opens).toBe("2027-03-12T07:00:00Z");
    expect(item("c2")).toMatchObject({ opens: "2027-03-19T07:00:00Z", state: "open" });
  });
});

describe("place in the order", () => {
  const modules = [
    { id: "a", lessons: ["a1", { id: "a2", required: false }, "a3"] },
    { id: "b", lessons: ["b1"] },
  ];
  const done = (item: string, at: string) => ({ type: "completed", item, at });

  test("in order: the first lesson not completed is what is waited for", () => {
    const { item } = ask({ course: { order: "in-order" }, modules });
    expect(item("a1").state).toBe("open");
    expect(item("a2").waitsFor).toEqual([{ from: "completed", item: "a1" }]);
    expect(item("b1").waitsFor).toEqual([{ from: "completed", item: "a1" }]);
    expect(item("b").state).toBe("open");
  });
  test("a lesson that is not required holds nothing", () => {
    const events = [done("a1", "2027-03-06T10:00:00Z"), done("a3", "2027-03-07T10:00:00Z")];
    const { item } = ask({ course: { order: "in-order" }, modules, events });
    expect(item("a3").opens).toBe("2027-03-06T10:00:00Z");
    expect(item("b1").opens).toBe("2027-03-07T10:00:00Z");
  });
  test("what opened this way stays open when the earlier lesson is unticked", () => {
    const events = [
      done("a1", "2027-03-06T10:00:00Z"),
      { type: "uncompleted", item: "a1", at: "2027-03-07T10:00:00Z" },
    ];
    const { item, progress } = ask({ course: { order: "in-order" }, modules, events });
    expect(item("a3").opens).toBe("2027-03-06T10:00:00Z");
    expect(item("a1").done).toBe(false);
    expect(progress).toEqual({ done: 0, of: 3 });
  });
  test("holdsNext holds later lessons only, across modules, and known completions count for notBefore", () => {
    const { item } = ask({
      modules: [
        { id: "a", lessons: ["a1", { id: "a2", holdsNext: true }] },
        { id: "b", lessons: [{ id: "b1", holdsNext: true }, "b2"] },
      ],
      events: [done("a2", "2027-03-10T10:00:00Z")],
    });
    expect(item("a1").opens).toBe("2027-03-05T14:20:00Z");
    expect(item("b1").opens).toBe("2027-03-10T10:00:00Z");
    expect(item("b2")).toMatchObject({
      opens: null,
      notBefore: "2027-03-10T10:00:00Z",
      waitsFor: [{ from: "completed", item: "b1" }],
    });
  });
  test("drafts hold nothing and are left out", () => {
    const { items, item } = ask({
      modules: [
        { id: "d", visible: "draft", lessons: [{ id: "d1", holdsNext: true }] },
        { id: "a", lessons: [{ id: "h", visible: "hidden", holdsNext: true }, "a1"] },
      ],
    });
    expect(items.map(({ id }) => id)).toEqual(["a", "a1"]);
    expect(item("a1").opens).toBe("2027-03-05T14:20:00Z");
  });
  test("a moment on an item that is not published waits, even where it was completed", () => {
    const sketch = {
      modules: [{ id: "d", visible: "draft", lessons: ["d1"] }],
      events: [done("d1", "2027-03-06T10:00:00Z")],
    };
    expect(opening({ from: "completed", item: "d1" }, sketch)).toMatchObject({
      opens: null,
      waitsFor: [{ from: "completed", item: "d1" }],
    });
    expect(opening({ from: "opened", item: "d" }, sketch).opens).toBeNull();
  });
});

describe("circles wait, and never hang", () => {
  const opened = (item: string) => gate("all", { from: "opened", item });
  test("two modules that count from each other", () => {
    const { item } = ask({
      modules: [
        { id: "a", gate: opened("b") },
        { id: "b", gate: opened("a") },
      ],
    });
    expect(item("a").waitsFor).toEqual([{ from: "opened", item: "b" }]);
    expect(item("b").waitsFor).toEqual([{ from: "opened", item: "a" }]);
  });
  test("a module that counts from itself, or from a lesson inside it", () => {
    const { item } = ask({
      modules: [
        { id: "a", gate: opened("a") },
        { id: "b", gate: opened("b1"), lessons: ["b1"] },
      ],
    });
    expect(item("a").waitsFor).toEqual([{ from: "opened", item: "a" }]);
    expect(item("b").waitsFor).toEqual([{ from: "opened", item: "b1" }]);
    expect(item("b1")).toMatchObject({ opens: null, waitsFor: [{ from: "opened", item: "b1" }] });
  });
  test("another condition of an any gate still opens it", () => {
    const { item } = ask({
      modules: [
        { id: "a", gate: gate("any", { from: "opened", item: "b" }, onDate("2027-04-01")) },
        { id: "b", gate: opened("a") },
        { id: "c2", gate: opened("a") },
      ],
    });
    expect(item("a").opens).toBe("2027-04-01T06:00:00Z");
    // b's moment leads back to b through a, so it waits; c2 only looks on.
    expect(item("b").opens).toBeNull();
    expect(item("c2").opens).toBe("2027-04-01T06:00:00Z");
  });
  test("a sample is no part of a circle", () => {
    const { item } = ask({
      modules: [{ id: "a", gate: opened("s"), lessons: [{ id: "s", sample: true }] }],
    });
    expect(item("a").opens).toBe("2027-03-05T14:20:00Z");
  });
  test("a chain of ten thousand lessons, each a day after the one before, written backwards", () => {
    const count = 10_000;
    const lessons = Array.from({ length: count }, (_, i) => ({
      id: `l${i}`,
      ...(i < count - 1 && {
        gate: gate("all", { from: "opened", item: `l${i + 1}`, add: "PT1H" }),
      }),
    }));
    const { item } = ask({ modules: [{ id: "m", lessons }] });
    expect(item("l0").opens).toBe("2028-04-25T05:20:00Z");
    const round = ask({
      modules: [
        {
          id: "m",
          lessons: lessons.map((lesson) =>
            lesson.gate ? lesson : { ...lesson, gate: opened("l0") },
          ),
        },
      ],
    });
    expect(round.item("l5000").state).toBe("waiting");
  });
});
