import { ask } from "../helpers";

const on = (date: string) => ({ need: "all", when: [{ from: "date", date }] });
const at = (date: string) => ({ from: "date", date });

describe("closings and states", () => {
  test("an item shuts at the earliest of its own closing, its module's and the end of access", () => {
    const { item } = ask({
      enrollment: { validity: [at("2027-06-01")] },
      modules: [
        {
          id: "m",
          closes: at("2027-05-01"),
          lessons: [
            { id: "a", closes: at("2027-04-01") },
            { id: "b", closes: at("2027-05-20") },
          ],
        },
        { id: "n", lessons: [{ id: "d", closes: at("2027-07-01") }] },
      ],
    });
    expect(item("a").closes).toBe("2027-03-31T23:00:00Z");
    expect(item("b").closes).toBe("2027-04-30T23:00:00Z");
    expect(item("d").closes).toBe("2027-05-31T23:00:00Z");
  });
  test("a closing that still waits does not count yet", () => {
    const { item } = ask({
      modules: [{ id: "m", closes: { from: "completed", item: "a" }, lessons: ["a"] }],
    });
    expect(item("a").closes).toBeNull();
  });
  test("a closing may count from its own opening: open for two weeks", () => {
    const { item } = ask({
      modules: [{ id: "m", closes: { from: "opened", item: "m", add: "P14D", edge: "end" } }],
    });
    expect(item("m").closes).toBe("2027-03-20T00:00:00Z");
  });
  test("closed, waiting, scheduled, open: the first that holds", () => {
    const { item } = ask({
      modules: [
        { id: "past", closes: at("2027-03-10") },
        { id: "never", gate: on("2027-05-01"), closes: at("2027-04-01") },
        { id: "waits", gate: { need: "all", when: [{ from: "staff" }] } },
        { id: "gone", gate: { need: "all", when: [{ from: "staff" }] }, closes: at("2027-03-10") },
        { id: "ahead", gate: on("2027-05-01") },
        { id: "open" },
      ],
    });
    expect(item("past").state).toBe("closed");
    expect(item("never")).toMatchObject({ state: "closed", reachable: false });
    expect(item("waits").state).toBe("waiting");
    expect(item("gone").state).toBe("closed");
    expect(item("ahead")).toMatchObject({ state: "scheduled", reachable: true });
    expect(item("open").state).toBe("open");
  });
  test("intervals are half open: closed at the closing itself, open at the opening itself", () => {
    const sketch = { modules: [{ id: "m", gate: on("2027-03-10"), closes: at("2027-03-12") }] };
    expect(ask(sketch, "2027-03-10T06:59:59.999Z").item("m").state).toBe("scheduled");
    expect(ask(sketch, "2027-03-10T07:00:00Z").item("m").state).toBe("open");
    expect(ask(sketch, "2027-03-11T23:59:59.999Z").item("m").state).toBe("open");
    expect(ask(sketch, "2027-03-12T00:00:00Z").item("m").state).toBe("closed");
  });
  test("access that ends before it begins is closed from the start", () => {
    const sketch = {
      cohort: {},
      enrollment: { validity: [{ from: "enrolled", add: "P7D", edge: "end" }] },
    };
    expect(ask(sketch, "2027-03-06T00:00:00Z").access.state).toBe("closed");
    expect(ask(sketch, "2027-03-06T00:00:00Z").item("m")).toMatchObject({
      state: "closed",
      reachable: false,
    });
  });
  test("a due date locks nothing", () => {
    const { item } = ask({
      modules: [{ id: "m", due: { from: "enrolled", add: "P3D", edge: "end" } }],
    });
    expect(item("m")).toMatchObject({ due: "2027-03-09T00:00:00Z", state: "open" });
  });
});

describe("samples", () => {
  test("a sample is open to everybody, always", () => {
    const sample = { id: "s", sample: true, closes: at("2027-03-10"), gate: on("2027-05-01") };
    const open = {
      opens: "2027-03-05T14:20:00Z",
      closes: null,
      state: "open",
      waitsFor: [],
      notBefore: null,
    };
    for (const sketch of [
      { enrollment: { needsPayment: true } },
      { enrollment: { validity: [at("2027-03-10")] } },
      { events: [{ type: "paused", at: "2027-03-06T00:00:00Z" }] },
      { course: { order: "in-order" } },
    ])
      expect(
        ask({
          modules: [{ id: "m", gate: on("2027-06-01"), lessons: ["a", sample] }],
          ...sketch,
        }).item("s"),
      ).toMatchObject(open);
  });
});

describe("opened by staff", () => {
  const modules = [
    {
      id: "m",
      gate: on("2027-05-01"),
      closes: at("2027-05-10"),
      lessons: ["a", { id: "b", gate: on("2027-05-03"), closes: at("2027-05-05") }],
    },
  ];
  const opened = (item: string, more = {}) => ({
    type: "opened-by-staff",
    item,
    at: "2027-03-15T09:00:00Z",
    ...more,
  });

  test("an item opens at that instant, and its own and its module's closings are set aside", () => {
    const { item } = ask({ modules, events: [opened("b")] });
    expect(item("b")).toMatchObject({ opens: "2027-03-15T09:00:00Z", closes: null, state: "open" });
    expect(item("a")).toMatchObject({
      opens: "2027-05-01T06:00:00Z",
      closes: "2027-05-09T23:00:00Z",
    });
  });
  test("with a closing of its own, and an opening later than the event", () => {
    const events = [opened("b", { opens: "2027-03-18T09:00:00Z", closes: "2027-03-19T09:00:00Z" })];
    expect(ask({ modules, events }).item("b")).toMatchObject({
      opens: "2027-03-18T09:00:00Z",
      closes: "2027-03-19T09:00:00Z",
      state: "closed",
    });
  });
  test("the lessons of a module opened this way keep their own gates and closings", () => {
    const { item } = ask({ modules, events: [opened("m", { closes: "2027-06-01T00:00:00Z" })] });
    expect(item("m")).toMatchObject({
      opens: "2027-03-15T09:00:00Z",
      closes: "2027-06-01T00:00:00Z",
    });
    expect(item("a")).toMatchObject({
      opens: "2027-03-15T09:00:00Z",
      closes: "2027-06-01T00:00:00Z",
    });
    expect(item("b")).toMatchObject({
      opens: "2027-05-03T06:00:00Z",
      closes: "2027-05-04T23:00:00Z",
    });
  });
  test("it never delays, and never opens before access begins", () => {
    expect(
      ask({ modules, events: [opened("m", { opens: "2027-06-01T00:00:00Z" })] }).item("m").opens,
    ).toBe("2027-05-01T06:00:00Z");
    expect(ask({ modules, cohort: {}, events: [opened("m")] }).item("m").opens).toBe(
      "2027-04-04T23:00:00Z",
    );
  });
  test("where access waits, it waits for the payment alone", () => {
    const { item } = ask({ modules, enrollment: { needsPayment: true }, events: [opened("b")] });
    expect(item("b")).toMatchObject({
      opens: null,
      waitsFor: [{ from: "paid" }],
      notBefore: "2027-03-15T09:00:00Z",
    });
  });
  test("the latest one not taken back counts", () => {
    const back = { type: "staff-opening-taken-back", item: "b", at: "2027-03-16T09:00:00Z" };
    expect(ask({ modules, events: [opened("b"), back] }).item("b").opens).toBe(
      "2027-05-03T06:00:00Z",
    );
    const again = opened("b", { at: "2027-03-17T09:00:00Z" });
    expect(ask({ modules, events: [again, back, opened("b")] }).item("b").opens).toBe(
      "2027-03-17T09:00:00Z",
    );
  });
  test("a gate by hand waits for staff, and opens with them", () => {
    const byHand = [{ id: "m", gate: { need: "all", when: [{ from: "staff" }] } }];
    expect(ask({ modules: byHand }).item("m").waitsFor).toEqual([{ from: "staff", item: "m" }]);
    expect(ask({ modules: byHand, events: [opened("m")] }).item("m").opens).toBe(
      "2027-03-15T09:00:00Z",
    );
  });
});

describe("completion and progress", () => {
  const modules = [
    { id: "m", lessons: ["a", "b", { id: "x", required: false }] },
    { id: "n", lessons: [{ id: "y", required: false }] },
  ];
  const done = (item: string, day: string) => ({
    type: "completed",
    item,
    at: `2027-03-${day}T10:00:00Z`,
  });

  test("a module is completed with the last of the first completions of its required lessons", () => {
    const events = [done("a", "09"), done("a", "06"), done("b", "08"), done("x", "10")];
    const { completedAt, progress, item } = ask({ modules, events });
    expect(completedAt).toBe("2027-03-08T10:00:00Z");
    expect(progress).toEqual({ done: 2, of: 2 });
    expect(item("m").done).toBe(true);
    expect(item("n").done).toBe(false);
  });
  test("a completion recorded for the module counts where it is earlier, and stands when lessons are missing", () => {
    const { completedAt, item } = ask({ modules, events: [done("a", "06"), done("m", "07")] });
    expect(completedAt).toBe("2027-03-07T10:00:00Z");
    expect(item("m").done).toBe(false);
  });
  test("a completion recorded for the course stands", () => {
    expect(ask({ modules, events: [done("c", "07")] }).completedAt).toBe("2027-03-07T10:00:00Z");
  });
  test("nothing required: never completed, and no progress to make", () => {
    const sketch = {
      modules: [{ id: "n", lessons: [{ id: "y", required: false }] }],
      events: [done("y", "06")],
    };
    expect(ask(sketch)).toMatchObject({ completedAt: null, progress: { done: 0, of: 0 } });
  });
  test("done is the tick, not the history", () => {
    const untick = { type: "uncompleted", item: "a", at: "2027-03-09T10:00:00Z" };
    const { completedAt, progress } = ask({
      modules,
      events: [done("a", "06"), done("b", "08"), untick],
    });
    expect(completedAt).toBe("2027-03-08T10:00:00Z");
    expect(progress).toEqual({ done: 1, of: 2 });
  });
});
