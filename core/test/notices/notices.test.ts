/** The worked examples of notices.md, and what they leave open. */
import { parseSent } from "../../src/notices";
import { ask, E, faultsOf, L, M, planOf, settingsOf, told, when } from "./sketch";

const off = (...kinds: string[]) => ({
  kinds: Object.fromEntries(kinds.map((kind) => [kind, { on: false }])),
});
const events = (...list: [string, string, object?][]) => ({
  enrollments: [E({ events: list.map(([type, at, more]) => ({ type, at, ...more })) })],
});

describe("by the worked examples", () => {
  test("1 and 2: the welcome, then each part as it opens", () => {
    const { notices } = ask(planOf(), settingsOf());
    expect(notices[0]).toEqual({
      kind: "welcome",
      person: "p1",
      at: "2027-03-05T14:20:00Z",
      notAfter: "2027-03-07T14:20:00Z",
      about: [
        { key: "welcome:e1", enrollment: "e1", item: null, instant: null, named: true },
        {
          key: "welcome:e1:m1",
          enrollment: "e1",
          item: "m1",
          instant: "2027-03-05T14:20:00Z",
          named: true,
        },
        {
          key: "welcome:e1:l1",
          enrollment: "e1",
          item: "l1",
          instant: "2027-03-05T14:20:00Z",
          named: false,
        },
        {
          key: "welcome:e1:m2",
          enrollment: "e1",
          item: "m2",
          instant: "2027-03-12T07:00:00Z",
          named: true,
        },
        {
          key: "welcome:e1:l2",
          enrollment: "e1",
          item: "l2",
          instant: "2027-03-12T07:00:00Z",
          named: false,
        },
      ],
    });
    expect(told(notices, "opened")).toEqual([
      "opened 2027-03-12T07:00:00Z: opened:e1:m2 opened:e1:l2",
      "opened 2027-03-20T07:00:00Z: opened:e1:m3 opened:e1:l3",
    ]);
  });
  test("3: a person in New York waits for the morning there", () => {
    const people = [{ id: "p1", timeZone: "America/New_York", enrollments: [{ id: "e1" }] }];
    const { notices } = ask(planOf(), settingsOf({ people }));
    expect(told(notices, "opened").map((line) => line.slice(7, 27))).toEqual([
      "2027-03-12T11:30:00Z",
      "2027-03-20T10:30:00Z",
    ]);
  });
  test("4: what opened in a pause is told at its end, however long it was", () => {
    for (const end of ["2027-03-21T09:00:00Z", "2027-03-23T09:00:00Z"]) {
      const plan = planOf(events(["paused", "2027-03-19T10:00:00Z"], ["resumed", end]));
      expect(told(ask(plan, settingsOf()).notices, "opened").at(-1)).toBe(
        `opened ${end}: opened:e1:m3 opened:e1:l3`,
      );
    }
  });
  test("5: what was told and then moved later is wrong, and told again; moved earlier it is not", () => {
    const sent = ask(planOf(), settingsOf(), { to: "2027-03-13T00:00:00Z" }).notices;
    const moved = (add: string) =>
      planOf({
        modules: [M("m1", [L("l1")]), M("m2", [L("l2")], when({ from: "enrolled", add }))],
      });
    const later = ask(moved("P12D"), settingsOf(), {
      from: "2027-03-13T00:00:00Z",
      to: "2027-03-13T00:00:00Z",
      sent,
    });
    expect(later.notices).toEqual([]);
    expect(later.wrong).toEqual([
      {
        kind: "opened",
        person: "p1",
        key: "opened:e1:m2",
        old: "2027-03-12T07:00:00Z",
        new: "2027-03-17T07:00:00Z",
      },
    ]);
    const again = { from: "2027-03-13T00:00:00Z", sent };
    expect(told(ask(moved("P12D"), settingsOf(), again).notices, "opened")).toEqual([
      "opened 2027-03-17T07:00:00Z: opened:e1:m2 opened:e1:l2",
    ]);
    expect(told(ask(moved("P5D"), settingsOf(), again).notices, "opened")).toEqual([]);
  });
  test("6 and 7: the end of access, and an end that is moved", () => {
    const ends = (plan = planOf(), span = {}) =>
      told(ask(plan, settingsOf(), span).notices, "access-ends").map((line) => line.slice(12, 32));
    expect(ends()).toEqual([
      "2027-03-28T08:00:00Z",
      "2027-04-03T08:00:00Z",
      "2027-04-05T08:00:00Z",
    ]);
    const extended = planOf(events(["extended", "2027-03-30T00:00:00Z", { add: "P14D" }]));
    expect(ends(extended).slice(0, 2)).toEqual(["2027-03-28T08:00:00Z", "2027-04-11T08:00:00Z"]);
    const { wrong } = ask(extended, settingsOf(), { to: "2027-04-01T00:00:00Z", sent: [] });
    expect(wrong).toEqual([
      {
        kind: "access-ends",
        person: "p1",
        key: "access-ends:e1:2027-04-04:-P7D",
        old: "2027-04-04T23:00:00Z",
        new: "2027-04-18T23:00:00Z",
      },
    ]);
  });
  test("8: what is due", () => {
    const plan = planOf({
      modules: [M("m1", [L("l1", { due: { from: "enrolled", add: "P10D", edge: "end" } })])],
    });
    expect(told(ask(plan, settingsOf()).notices, "due-soon", "overdue")).toEqual([
      "due-soon 2027-03-13T09:00:00Z: due-soon:e1:l1:2027-03-15:-P2D",
      "overdue 2027-03-16T09:00:00Z: overdue:e1:l1:2027-03-15:P1D",
    ]);
  });
});

describe("once", () => {
  const whole = { from: "2027-03-01T00:00:00Z", to: "2027-05-01T00:00:00Z" };
  test("day by day, with what came out before, is what comes out at once", () => {
    const plan = planOf(
      events(["paused", "2027-03-19T10:00:00Z"], ["resumed", "2027-03-23T09:00:00Z"]),
    );
    const settings = settingsOf({
      kinds: { "opens-soon": { on: true, offsets: ["-P2D", "P0D"] } },
    });
    const all = ask(plan, settings, whole).notices;
    const sent: unknown[] = [];
    for (let day = Date.UTC(2027, 2, 1); day < Date.UTC(2027, 4, 1); day += 86_400_000) {
      const at = (ms: number) => new Date(ms).toISOString().replace(".000", "");
      sent.push(...ask(plan, settings, { from: at(day), to: at(day + 86_400_000), sent }).notices);
    }
    expect(sent).toEqual(all);
    // And without a list, each day takes those before as sent.
    const parted = [
      ...ask(plan, settings, { ...whole, to: "2027-03-20T05:00:00Z" }).notices,
      ...ask(plan, settings, { ...whole, from: "2027-03-20T05:00:00Z" }).notices,
    ];
    expect(parted).toEqual(all);
  });
  test("staff who tell of it stand in for the welcome; what is off is not told", () => {
    const byStaff = [
      { id: "s:1", enrollment: "e1", what: "enrolled", at: "2027-03-05T14:20:00Z" },
      { id: "s2", enrollment: "e1", what: "moved", at: "2027-03-06T23:00:00Z" },
    ];
    const { notices } = ask(planOf(), settingsOf({ byStaff }));
    expect(told(notices, "welcome")).toEqual([]);
    expect(told(notices, "by-staff")).toEqual([
      "by-staff 2027-03-05T14:20:00Z: by-staff:s%3A1 by-staff:s%3A1:m1 by-staff:s%3A1:l1 by-staff:s%3A1:m2 by-staff:s%3A1:l2",
      "by-staff 2027-03-06T23:00:00Z: by-staff:s2",
    ]);
    const quiet = ask(planOf(), settingsOf({ byStaff, ...off("by-staff") })).notices;
    expect(told(quiet, "by-staff")).toEqual([]);
    expect(told(quiet, "welcome")).toHaveLength(1);
    const person = { id: "p1", timeZone: "Europe/Lisbon", off: ["welcome"] };
    const own = settingsOf({
      people: [{ ...person, enrollments: [{ id: "e1", off: ["opened"] }] }],
    });
    expect(told(ask(planOf(), own).notices, "welcome", "opened")).toEqual([]);
  });
  test("what began to hold later welcomes for two days, and tells what is open once", () => {
    const since = (at: string) =>
      settingsOf({
        people: [{ id: "p1", timeZone: "Europe/Lisbon", enrollments: [{ id: "e1", since: at }] }],
      });
    expect(told(ask(planOf(), since("2027-03-07T02:00:00Z")).notices, "welcome")).toEqual([
      expect.stringMatching(/^welcome 2027-03-07T06:30:00Z/),
    ]);
    const late = ask(planOf(), since("2027-03-13T02:00:00Z")).notices;
    expect(told(late, "welcome")).toEqual([]);
    expect(told(late, "opened")[0]).toBe("opened 2027-03-13T06:30:00Z: opened:e1:m2 opened:e1:l2");
  });
});

describe("payments, windows, places, credentials, announcements", () => {
  test("a payment is asked for until it comes, and its failure waits for the morning", () => {
    const payment = {
      id: "b1",
      enrollment: "e1",
      due: "2027-03-15",
      failures: ["2027-03-15T23:00:00Z"],
    };
    const of = (over: object) =>
      told(
        ask(planOf(), settingsOf({ payments: [{ ...payment, ...over }] })).notices,
        "payment-due",
        "payment-overdue",
        "payment-failed",
      );
    expect(of({})).toEqual([
      "payment-due 2027-03-12T09:00:00Z: payment-due:b1:2027-03-15:-P3D",
      "payment-failed 2027-03-16T06:30:00Z: payment-failed:b1:2027-03-15T23:00:00Z",
      "payment-overdue 2027-03-16T09:00:00Z: payment-overdue:b1:2027-03-15:P1D",
      "payment-overdue 2027-03-22T09:00:00Z: payment-overdue:b1:2027-03-15:P7D",
    ]);
    expect(of({ paidAt: "2027-03-16T06:00:00Z" })).toHaveLength(1);
  });
  test("who watches a window is told before it closes, unless they are in", () => {
    const course = { window: { opens: "2027-03-01", closes: "2027-03-20" } };
    const settings = (person: string) =>
      settingsOf({
        people: [
          { id: "p1", timeZone: "Europe/Lisbon", enrollments: [{ id: "e1" }] },
          { id: "p2", timeZone: "Europe/Lisbon" },
        ],
        watching: [{ id: "w1", person, course: "c", since: "2027-03-02T00:00:00Z" }],
        offers: [
          {
            id: "o1",
            person,
            cohort: "k1",
            at: "2027-03-04T23:00:00Z",
            lapses: "2027-03-06T00:00:00Z",
          },
        ],
      });
    const cohorts = [
      {
        id: "k1",
        course: "c",
        starts: "2027-04-01",
        ends: "2027-05-01",
        seats: null,
        window: null,
      },
    ];
    const plan = planOf({ course, cohorts });
    const kinds = ["window-closes", "place-free"] as const;
    expect(told(ask(plan, settings("p2")).notices, ...kinds)).toEqual([
      "place-free 2027-03-04T23:00:00Z: place-free:o1",
      "window-closes 2027-03-18T09:00:00Z: window-closes:w1:2027-03-20:-P2D",
    ]);
    expect(told(ask(plan, settings("p1")).notices, "window-closes")).toEqual([]);
  });
  test("a credential that runs out, and one that was replaced", () => {
    const credential = (number: string, endedAt: string | null) => ({
      number,
      person: "p1",
      earnedAt: "2026-03-31T00:00:00Z",
      expires: "2027-03-31T23:00:00Z",
      endedAt,
    });
    const credentials = [credential("A-1", null), credential("A-2", "2027-03-27T00:00:00Z")];
    expect(
      told(
        ask(planOf(), settingsOf({ credentials })).notices,
        "credential-due",
        "credential-expired",
      ),
    ).toEqual([
      "credential-due 2027-03-01T09:00:00Z: credential-due:A-1:2027-03-31:-P30D",
      "credential-due 2027-03-01T09:00:00Z: credential-due:A-2:2027-03-31:-P30D",
      "credential-due 2027-03-24T09:00:00Z: credential-due:A-1:2027-03-31:-P7D",
      "credential-due 2027-03-24T09:00:00Z: credential-due:A-2:2027-03-31:-P7D",
      "credential-expired 2027-04-01T08:00:00Z: credential-expired:A-1:2027-03-31:P1D",
    ]);
  });
  test("an announcement reaches whoever is in, a pause or not, once", () => {
    const announcements = [{ id: "a1", at: "2027-03-10T12:00:00Z", course: "c" }];
    const reach = (plan = planOf()) =>
      told(ask(plan, settingsOf({ announcements })).notices, "announcement");
    expect(reach()).toEqual(["announcement 2027-03-10T12:00:00Z: announcement:a1:p1"]);
    expect(reach(planOf(events(["paused", "2027-03-09T10:00:00Z"])))).toHaveLength(1);
    expect(reach(planOf(events(["revoked", "2027-03-09T10:00:00Z"])))).toEqual([]);
    const twice = planOf({ enrollments: [E(), E({ id: "e2" })] });
    const people = [
      { id: "p1", timeZone: "Europe/Lisbon", enrollments: [{ id: "e1" }, { id: "e2" }] },
    ];
    const both = ask(twice, settingsOf({ announcements, people })).notices;
    expect(told(both, "announcement")).toHaveLength(1);
    // What opens in two enrollments at one instant is one notice.
    expect(told(both, "opened")[0]).toBe(
      "opened 2027-03-12T07:00:00Z: opened:e1:m2 opened:e1:l2 opened:e2:m2 opened:e2:l2",
    );
  });
});

describe("settings and list are refused with exact paths", () => {
  test.each<[object, string[]]>([
    [settingsOf({ hour: "24:00", colour: 1 }), ["settings.hour", "settings.colour"]],
    [settingsOf({ quiet: { from: "21:00", to: "21:00" } }), ["settings.quiet.to"]],
    [
      settingsOf({
        kinds: {
          "opens-soon": { offsets: ["-P2D", "-P2D", "P1D", "PT1H"] },
          overdue: { offsets: ["P0D"] },
          welcome: { offsets: [] },
          "no-such": {},
        },
      }),
      [
        'settings.kinds["opens-soon"].offsets[1]',
        'settings.kinds["opens-soon"].offsets[2]',
        'settings.kinds["opens-soon"].offsets[3]',
        "settings.kinds.overdue.offsets[0]",
        "settings.kinds.welcome.offsets",
        'settings.kinds["no-such"]',
      ],
    ],
    [
      settingsOf({
        people: [
          {
            id: "p1",
            timeZone: "Europe/Lisbon",
            off: ["by-staff", "x"],
            enrollments: [{ id: "e1" }],
          },
          { id: "p1", timeZone: "Europe/Lisbon", enrollments: [{ id: "e1" }, { id: "e9" }] },
        ],
      }),
      [
        "settings.people[0].off[0]",
        "settings.people[0].off[1]",
        "settings.people[1].id",
        "settings.people[1].enrollments[0].id",
        "settings.people[1].enrollments[1].id",
      ],
    ],
    [
      settingsOf({
        watching: [{ id: "w", person: "p9", since: "2027-03-02T00:00:00Z" }],
        byStaff: [{ id: "s", enrollment: "e1", what: "seen", at: "2027-03-02T00:00:00Z" }],
        announcements: [{ id: "a", at: "2027-03-02T00:00:00Z", course: "c", cohort: "k" }],
        templates: [
          { kind: "opened", subject: "{items}", text: "Look: {{x}} 🌅 {modul} {open" },
          { kind: "opened", subject: "}", text: "" },
        ],
      }),
      [
        "settings.watching[0].person",
        "settings.announcements[0].cohort",
        "settings.watching[0]",
        "settings.announcements[0]",
        "settings.byStaff[0].what",
        "settings.templates[0].text",
        "settings.templates[0].text",
        "settings.templates[1]",
        "settings.templates[1].subject",
      ],
    ],
  ])("%#", (settings, paths) => {
    expect(faultsOf(settings)).toEqual(paths);
  });
  test("a row of the list begins its keys with its kind", () => {
    const entry = { key: "welcome:e1", enrollment: "e1", item: null, instant: null, named: true };
    const row = { kind: "opened", person: "p1", at: "2027-03-02T00:00:00Z", about: [entry] };
    const read = parseSent({ notices: [row, { ...row, kind: "nothing", about: [] }], more: 1 });
    expect(read.ok ? [] : read.faults.map(({ path }) => path)).toEqual([
      "sent.notices[0].about[0].key",
      "sent.notices[1].kind",
    ]);
  });
});
