import type { Dates } from "@dawngate/contract/enrollment";
import type { Instant } from "@dawngate/core/time";
import ICAL from "ical.js";
import type { TestApp } from "../helpers/app";
import type { TestDatabase } from "../helpers/database";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let test_: TestDatabase;
let app: TestApp;
let owned: Owned;
let now: Instant;
beforeEach(async () => {
  now = instant("2027-03-10T12:00:00Z");
  owned = await ownedSchool(() => now);
  ({ test_, app } = owned);
});
afterEach(() => test_.close());

const MIRA = "mira@example.org";
const mira = () =>
  app.ask(MIRA, "POST", "/schools/one/catalog/c", { cohort: "k", timeZone: "Asia/Tokyo" });
const dates = async (after?: string) =>
  (await (
    await app.ask(MIRA, "GET", `/schools/one/dates${after ? `?after=${after}` : ""}`)
  ).json()) as Dates;
const told = (answer: Dates) => answer.dates.map(({ kind, at, title }) => `${at} ${kind} ${title}`);
const starts = (day: string) =>
  owned.ask("PUT", "/schools/one/courses/c/cohorts/k", {
    name: "Spring",
    window: { opens: "2027-02-01", closes: "2027-03-20" },
    starts: day,
    ends: "2027-06-25",
    grace: 14,
    seats: 12,
  });

/** The calendar at an address, read by a general library: each event by its summary. */
async function calendar(address: string, status = 200) {
  const response = await app.ask(null, "GET", address.slice(address.indexOf("/schools/")));
  expect(response.status).toBe(status);
  const text = await response.text();
  if (status !== 200) return { text, events: new Map<string, ICAL.Component>() };
  expect(response.headers.get("content-type")).toBe("text/calendar; charset=utf-8");
  const read = new ICAL.Component(ICAL.parse(text));
  return {
    text,
    events: new Map(
      read
        .getAllSubcomponents("vevent")
        .map((event) => [String(event.getFirstPropertyValue("summary")), event]),
    ),
  };
}
const of = (events: ReadonlyMap<string, ICAL.Component>, summary: string) => {
  const event = events.get(summary);
  if (!event) throw new Error(`${summary} is not among ${[...events.keys()].join("; ")}`);
  const { startDate, sequence, uid } = new ICAL.Event(event);
  return {
    uid,
    sequence,
    starts: startDate.toJSDate().toISOString(),
    status: event.getFirstPropertyValue("status") as string | null,
  };
};

test("one's dates are what the evaluator answers, from now on, the next first", async () => {
  await mira();
  const answer = await dates();
  expect(answer.timeZone).toBe("Asia/Tokyo");
  expect(told(answer)).toEqual([
    "2027-04-04T23:00:00Z begins Bread & more",
    "2027-04-12T06:00:00Z opens Two",
    "2027-04-19T23:00:00Z due Two",
    "2027-05-12T23:00:00Z closes Two",
    "2027-06-08T23:00:00Z ends Bread & more",
  ]);
  now = instant("2027-05-01T00:00:00Z");
  expect(told(await dates()).map((line) => line.slice(21))).toEqual([
    "closes Two",
    "ends Bread & more",
  ]);
});

test("nobody's dates are another's, and who holds nothing has none", async () => {
  await mira();
  const other = await app.ask("somebody@example.org", "GET", "/schools/one/dates");
  expect(await other.json()).toEqual({ timeZone: "Europe/Lisbon", dates: [], next: null });
  expect((await app.ask(null, "GET", "/schools/one/dates")).status).toBe(401);
  expect((await app.ask(MIRA, "GET", "/schools/one/dates?after=nowhere")).status).toBe(400);
});

test("while all is shut for a pause, nothing is promised", async () => {
  const { enrollment } = (await (await mira()).json()) as { enrollment: string };
  const act = (kind: string) =>
    owned.ask("POST", "/schools/one/courses/c/acts", {
      enrollments: [enrollment],
      key: `press-${kind}`,
      act: { type: kind, reason: "Ill" },
    });
  await act("paused");
  expect((await dates()).dates).toEqual([]);
  await act("resumed");
  expect((await dates()).dates).toHaveLength(5);
});

describe("the calendar one subscribes to", () => {
  const subscribe = async () =>
    (
      (await (await app.ask(MIRA, "POST", "/schools/one/dates/feed")).json()) as {
        address: string;
      }
    ).address;

  test("events keep their UID, one that moves counts up its SEQUENCE, the others do not (RFC 5545 3.8.7.4)", async () => {
    await mira();
    const address = await subscribe();
    const first = await calendar(address);
    const opens = of(first.events, "Opens: Two");
    expect(opens).toMatchObject({ starts: "2027-04-12T06:00:00.000Z", sequence: 0, status: null });
    // Asked again, nothing has changed.
    expect(of((await calendar(address)).events, "Opens: Two")).toEqual(opens);
    await starts("2027-04-12");
    const moved = await calendar(address);
    expect(of(moved.events, "Opens: Two")).toEqual({
      ...opens,
      starts: "2027-04-19T06:00:00.000Z",
      sequence: 1,
    });
    const end = "Access ends: Bread & more";
    expect(of(moved.events, end)).toEqual(of(first.events, end));
    // Back to where it was is a move too.
    await starts("2027-04-05");
    expect(of((await calendar(address)).events, "Opens: Two")).toMatchObject({
      starts: "2027-04-12T06:00:00.000Z",
      sequence: 2,
    });
  });

  test("what does not take place any more is cancelled, and comes back if it does again", async () => {
    const { enrollment } = (await (await mira()).json()) as { enrollment: string };
    const address = await subscribe();
    await calendar(address);
    const act = (kind: string) =>
      owned.ask("POST", "/schools/one/courses/c/acts", {
        enrollments: [enrollment],
        key: `press-${kind}`,
        act: { type: kind, reason: "Ill" },
      });
    await act("paused");
    const paused = await calendar(address);
    expect(of(paused.events, "Opens: Two")).toMatchObject({ status: "CANCELLED", sequence: 1 });
    expect(of((await calendar(address)).events, "Opens: Two").sequence).toBe(1);
    await act("resumed");
    expect(of((await calendar(address)).events, "Opens: Two")).toMatchObject({
      status: null,
      sequence: 2,
    });
  });

  test("it says whose dates they are and how often to ask (RFC 7986 5.1, 5.7)", async () => {
    await mira();
    const { text, events } = await calendar(await subscribe());
    expect(text).toMatch(/\r\nREFRESH-INTERVAL;VALUE=DURATION:PT3H\r\n/);
    expect(text).toMatch(/\r\nNAME:/);
    const uids = [...events.values()].map((event) => event.getFirstPropertyValue("uid"));
    expect(new Set(uids).size).toBe(uids.length);
    expect(events.get("Opens: Two")?.getFirstPropertyValue("url")).toMatch(/\/one\/shelf\/[\w-]+$/);
  });

  test("a new address takes the old one's place, and one that was ended leads nowhere", async () => {
    await mira();
    const old = await subscribe();
    const fresh = await subscribe();
    expect(fresh).not.toBe(old);
    expect((await calendar(old, 404)).text).toMatch(/leads nowhere any more/);
    expect((await calendar(fresh)).events.size).toBe(6);
    expect(await (await app.ask(MIRA, "GET", "/schools/one/dates/feed")).json()).toEqual({
      made: "2027-03-10T12:00:00Z",
    });
    await app.ask(MIRA, "DELETE", "/schools/one/dates/feed");
    await calendar(fresh, 404);
    expect(await (await app.ask(MIRA, "GET", "/schools/one/dates/feed")).json()).toEqual({
      made: null,
    });
  });

  test("two who ask at once get the same calendar, and nothing is counted twice", async () => {
    await mira();
    const address = await subscribe();
    await calendar(address);
    await starts("2027-04-12");
    const all = await Promise.all(Array.from({ length: 6 }, () => calendar(address)));
    for (const { events } of all)
      expect(of(events, "Opens: Two")).toMatchObject({
        starts: "2027-04-19T06:00:00.000Z",
        sequence: 1,
      });
  });

  test("a person who is forgotten has none left", async () => {
    await mira();
    const address = await subscribe();
    const { person } = (await (
      await app.ask(OWNER, "GET", "/schools/one/courses/c/people?find=mira")
    )
      .json()
      .then((page) => (page as { people: { person: string }[] }).people[0])) as {
      person: string;
    };
    await owned.ask("POST", `/schools/one/people/${person}/forgetting`, { reason: "Asked for it" });
    await calendar(address, 404);
  });

  test("the file holds the same events", async () => {
    await mira();
    const response = await app.ask(MIRA, "GET", "/schools/one/dates/file");
    expect(response.headers.get("content-disposition")).toBe('attachment; filename="dates.ics"');
    const read = new ICAL.Component(ICAL.parse(await response.text()));
    expect(read.getAllSubcomponents("vevent")).toHaveLength(6);
  });
});
