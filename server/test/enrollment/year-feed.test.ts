/**
 * The year as a calendar that staff subscribe to, read back by a general iCalendar library (RFC 5545; 3.8.4.7 for the
 * UID, 3.8.7.4 for the SEQUENCE, 3.3.4 for whole days).
 */
import type { Instant } from "@dawngate/core/time";
import ICAL from "ical.js";
import { insertMember, setCourses } from "../../src/school/staff-store";
import { OWNER, type Owned, ownedSchool } from "../helpers/owned";
import { instant } from "../helpers/sample";

let owned: Owned;
let now: Instant = instant("2027-03-10T12:00:00Z");
beforeAll(async () => {
  owned = await ownedSchool(() => now);
});
beforeEach(() => {
  now = instant("2027-03-10T12:00:00Z");
});
afterAll(() => owned.test_.close());

const FEED = "/schools/one/year/feed";
async function made(who = OWNER): Promise<string> {
  const response = await owned.app.ask(who, "POST", FEED);
  expect(response.status).toBe(200);
  const { address } = (await response.json()) as { address: string };
  return new URL(address).pathname.replace("/api", "");
}
async function calendar(path: string) {
  const response = await owned.app.ask(null, "GET", path);
  if (response.status !== 200) return { status: response.status, events: [] };
  expect(response.headers.get("content-type")).toMatch(/^text\/calendar/);
  const read = new ICAL.Component(ICAL.parse(await response.text()));
  return {
    status: 200,
    name: read.getFirstPropertyValue("name"),
    events: read.getAllSubcomponents("vevent").map((component) => {
      const { startDate, sequence, uid, summary } = new ICAL.Event(component);
      return {
        uid,
        summary,
        sequence,
        day: startDate.isDate ? startDate.toString() : `not a day: ${startDate}`,
        gone: component.getFirstPropertyValue("status") === "CANCELLED",
      };
    }),
  };
}
type Events = Awaited<ReturnType<typeof calendar>>["events"];
const said = (events: Events) =>
  events.map(({ day, summary, gone }) => `${day} ${summary}${gone ? " (gone)" : ""}`);

test("windows, first and last days stand in it as whole days of the school, by an address that is told once", async () => {
  expect(await owned.ask("GET", FEED)).toEqual({ made: null });
  const path = await made();
  expect(await owned.ask("GET", FEED)).toEqual({ made: "2027-03-10T12:00:00Z" });
  const { name, events } = await calendar(path);
  expect(name).toMatch(/^The year of /);
  const cohort = events.find(({ summary }) => summary.startsWith("Starts: "))?.summary.slice(8);
  const title = cohort?.split(", ")[1];
  expect(said(events)).toEqual([
    `2027-02-01 Enrolling opens: ${cohort}`,
    `2027-03-01 Enrolling opens: ${title}`,
    `2027-03-20 Last day to enroll: ${cohort}`,
    `2027-03-31 Last day to enroll: ${title}`,
    `2027-04-05 Starts: ${cohort}`,
    `2027-06-25 Last day: ${cohort}`,
  ]);
  expect(new Set(events.map(({ uid }) => uid)).size).toBe(6);
});

test("what moves keeps its UID and counts up its SEQUENCE; what is no more is cancelled", async () => {
  const path = await made();
  const before = (await calendar(path)).events;
  const change = (over: object) =>
    owned.ask("PUT", "/schools/one/courses/c/cohorts/k", {
      name: "Spring",
      window: { opens: "2027-02-01", closes: "2027-03-20" },
      starts: "2027-04-05",
      ends: "2027-06-25",
      grace: 14,
      seats: 12,
      ...over,
    });
  await change({ starts: "2027-04-12" });
  const moved = (await calendar(path)).events;
  const start = (events: Events) => events.find(({ uid }) => uid.startsWith("starts/"));
  expect(start(moved)).toMatchObject({ uid: start(before)?.uid, day: "2027-04-12" });
  expect(start(moved)?.sequence).toBe((start(before)?.sequence ?? 0) + 1);
  // Read again it is the same.
  expect((await calendar(path)).events).toEqual(moved);
  await change({ starts: "2027-04-12", window: null });
  const gone = (await calendar(path)).events.filter((event) => event.gone);
  expect(gone.map(({ uid }) => uid.split("/")[0]).sort()).toEqual(["closes", "opens"]);
});

test("each of the staff has their own address: it ends by itself with them, and a new one ends the one before", async () => {
  const author = (email: string, courses: string[] | null) =>
    owned.test_.db.withSchool(owned.school, async (tx) => {
      await insertMember(tx, owned.school, {
        user_id: `account-${email}`,
        role: "author",
        name: email,
        email,
      });
      if (courses) await setCourses(tx, owned.school, `account-${email}`, courses);
    });
  await author("all@example.org", null);
  const all = await made("all@example.org");
  expect((await calendar(all)).events.length).toBeGreaterThan(3);
  await owned.test_.db.withSchool(owned.school, (tx) =>
    tx.deleteFrom("member").where("user_id", "=", "account-all@example.org").execute(),
  );
  expect((await calendar(all)).status).toBe(404);

  // Whoever is invited to some courses alone reads these, and none are none.
  await author("some@example.org", []);
  expect((await calendar(await made("some@example.org"))).events).toEqual([]);

  const first = await made();
  const second = await made();
  expect((await calendar(first)).status).toBe(404);
  expect((await calendar(second)).status).toBe(200);
  for (let i = 0; i < 2; i++) await owned.ask("DELETE", FEED);
  expect((await calendar(second)).status).toBe(404);
  expect((await owned.app.ask("visitor@example.org", "POST", FEED)).status).toBe(403);
});

test("days that are long over leave it, and those ahead come as time goes on", async () => {
  const path = await made();
  now = instant("2027-05-25T12:00:00Z");
  const days = (await calendar(path)).events.map(({ day }) => day);
  expect(Math.min(...days.map((day) => Date.parse(day)))).toBeGreaterThanOrEqual(
    Date.parse("2027-03-26"),
  );
  expect(days).toContain("2027-06-25");
});
