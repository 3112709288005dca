/** Closed days from iCalendar files: RFC 5545's own forms, and what people drop by mistake. */

import type { Problem } from "@dawngate/contract/problem";
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import type { CalendarDays, School } from "@dawngate/contract/school";
import { parseDate } from "@dawngate/core/time";
import { importSchool } from "../../src/import/import";
import { calendar as readCalendar } from "../../src/readers/kinds/calendar";
import { insertMember } from "../../src/school/staff-store";
import { type TestApp, testApp } from "../helpers/app";
import { type TestDatabase, testDatabase } from "../helpers/database";
import { instant, sampleImport } from "../helpers/sample";

const today = parseDate("2027-03-10");
const calendar = (...lines: string[]) =>
  ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//test//EN", ...lines, "END:VCALENDAR", ""].join(
    "\r\n",
  );
const event = (...lines: string[]) => ["BEGIN:VEVENT", ...lines, "END:VEVENT"];
const read = (text: string) => {
  if (!today.ok) throw new Error();
  return readCalendar({ text, today: today.value });
};
const dates = (text: string) => read(text).days.map(({ date }) => date);

describe("the days of whole-day events", () => {
  test("one day; several, the end not included (RFC 5545, 3.6.1); no end: one day", () => {
    const text = calendar(
      ...event(
        "UID:a",
        "SUMMARY:Easter Monday",
        "DTSTART;VALUE=DATE:20270329",
        "DTEND;VALUE=DATE:20270330",
      ),
      ...event(
        "UID:b",
        "SUMMARY:Between the years",
        "DTSTART;VALUE=DATE:20271224",
        "DTEND;VALUE=DATE:20271227",
      ),
      ...event("UID:c", "SUMMARY:Freedom Day", "DTSTART;VALUE=DATE:20270425"),
    );
    expect(read(text).days).toEqual([
      { date: "2027-03-29", name: "Easter Monday" },
      { date: "2027-04-25", name: "Freedom Day" },
      { date: "2027-12-24", name: "Between the years" },
      { date: "2027-12-25", name: "Between the years" },
      { date: "2027-12-26", name: "Between the years" },
    ]);
  });
  test("that recur: yearly, on a weekday of a month, with exceptions and an end", () => {
    expect(
      dates(
        calendar(
          ...event("UID:a", "SUMMARY:New Year", "DTSTART;VALUE=DATE:19970101", "RRULE:FREQ=YEARLY"),
        ),
      ),
    ).toEqual(["2027-01-01", "2028-01-01", "2029-01-01", "2030-01-01", "2031-01-01"]);
    // The third Monday of January, but not in 2028 (RFC 5545, 3.8.5.3 and 3.8.5.1).
    expect(
      dates(
        calendar(
          ...event(
            "UID:a",
            "DTSTART;VALUE=DATE:20270118",
            "RRULE:FREQ=YEARLY;BYMONTH=1;BYDAY=3MO;UNTIL=20300101",
            "EXDATE;VALUE=DATE:20280117",
          ),
        ),
      ),
    ).toEqual(["2027-01-18", "2029-01-15"]);
  });
  test("of which one occurrence was moved: it counts where it is now", () => {
    const text = calendar(
      ...event(
        "UID:a",
        "SUMMARY:Stocktaking",
        "DTSTART;VALUE=DATE:20270301",
        "RRULE:FREQ=MONTHLY;COUNT=3",
      ),
      ...event(
        "UID:a",
        "SUMMARY:Stocktaking, later",
        "RECURRENCE-ID;VALUE=DATE:20270401",
        "DTSTART;VALUE=DATE:20270405",
      ),
    );
    expect(dates(text)).toEqual(["2027-03-01", "2027-04-05", "2027-05-01"]);
  });
  test("before this year, or five years ahead, are not taken; folded lines and a byte order mark are read", () => {
    const text = `\uFEFF${calendar(...event("UID:a", "SUMMARY:A day with a very", "  long name", "DTSTART;VALUE=DATE:20270601"), ...event("UID:b", "DTSTART;VALUE=DATE:20261231"), ...event("UID:c", "DTSTART;VALUE=DATE:20320101"))}`;
    expect(read(text.slice(1)).days).toEqual([
      { date: "2027-06-01", name: "A day with a very long name" },
    ]);
  });
});

test("what is no closed day is left out, with its reason", () => {
  const text = calendar(
    ...event("UID:a", "SUMMARY:Meeting", "DTSTART:20270601T090000Z", "DTEND:20270601T100000Z"),
    ...event("UID:b", "SUMMARY:Called off", "STATUS:CANCELLED", "DTSTART;VALUE=DATE:20270602"),
    ...event("UID:c", "SUMMARY:Season", "DTSTART;VALUE=DATE:20270101", "DTEND;VALUE=DATE:20271201"),
    ...event("UID:d", "SUMMARY:Holiday", "DTSTART;VALUE=DATE:20270603"),
  );
  const { days, leftOut } = read(text);
  expect(days.map(({ date }) => date)).toEqual(["2027-06-03"]);
  expect(leftOut.map(({ name, reason }) => [name, reason])).toEqual([
    ["Meeting", "It has a time of day; a closed day is a whole one"],
    ["Called off", "It is cancelled"],
    ["Season", "It takes 334 days; more than 100 are not taken for one"],
  ]);
});

test.each([
  ["a text", "Flour, water, patience", /not an iCalendar file/],
  ["nothing", "", /not an iCalendar file/],
  [
    "a diary of ten years",
    calendar(
      ...Array.from({ length: 3001 }, (_, i) =>
        event(`UID:${i}`, "DTSTART;VALUE=DATE:20270101"),
      ).flat(),
    ),
    /3,001 events; of one of holidays at most 3,000/,
  ],
  [
    "one that repeats too much",
    calendar(
      ...Array.from({ length: 300 }, (_, i) =>
        event(`UID:${i}`, "DTSTART;VALUE=DATE:19000101", "RRULE:FREQ=DAILY"),
      ).flat(),
    ),
    /repeats too much/,
  ],
  ["half a calendar", "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART", /damaged/],
  [
    "every day for ever",
    calendar(
      ...event(
        "UID:a",
        "DTSTART;VALUE=DATE:20270101",
        "DTEND;VALUE=DATE:20270103",
        "RRULE:FREQ=DAILY",
      ),
    ),
    null,
  ],
])("%s", (_, text, says) => {
  if (says === null) expect(read(text).days.length).toBeLessThan(4_000);
  else expect(() => read(text)).toThrow(says);
});

describe("over the API", () => {
  const OWNER = "owner@example.org";
  let test_: TestDatabase;
  let app: TestApp;
  beforeAll(async () => {
    test_ = await testDatabase();
    const now = instant("2027-03-10T12:00:00Z");
    const school = await importSchool(test_.db, sampleImport("one"), now);
    const member = { user_id: `account-${OWNER}`, role: "owner" as const, name: "o", email: OWNER };
    await test_.db.withSchool(school, (tx) => insertMember(tx, school, member));
    app = testApp(test_.db, () => now);
  });
  afterAll(() => test_.close());
  test("a file is read, nothing is written; the days are kept by the school's settings, and openings move past them", async () => {
    const file = Buffer.from(
      calendar(...event("UID:a", "SUMMARY:Closed", "DTSTART;VALUE=DATE:20270329")),
    );
    const found = (await (
      await app.ask(OWNER, "POST", "/schools/one/calendar-file", file)
    ).json()) as CalendarDays;
    expect(found.days).toEqual([{ date: "2027-03-29", name: "Closed" }]);
    const school = async () =>
      (await (await app.ask(OWNER, "GET", "/schools/one")).json()) as School;
    expect((await school()).calendar.closed).not.toContain("2027-03-29");
    await app.ask(OWNER, "PATCH", "/schools/one", {
      calendar: { weekend: [7], closed: ["2027-03-30", "2027-03-29", "2027-03-29"] },
    });
    expect((await school()).calendar).toEqual({
      weekend: [7],
      closed: ["2027-03-29", "2027-03-30"],
    });
    const timeline = (await (
      await app.ask(OWNER, "GET", "/schools/one/courses/c/timeline?enrollment=e2")
    ).json()) as TimelineAnswer;
    expect(timeline.items.length).toBeGreaterThan(0);
  });
  test("a file of more than 10 MB, and one that is none, are refused", async () => {
    const large = await app.ask(
      OWNER,
      "POST",
      "/schools/one/calendar-file",
      Buffer.alloc(10 * 1024 * 1024 + 1, 65),
    );
    expect([large.status, ((await large.json()) as Problem).detail]).toEqual([
      413,
      "This is larger than 10 MB, which is the most that is taken here.",
    ]);
    expect(
      (await app.ask(OWNER, "POST", "/schools/one/calendar-file", Buffer.from("no"))).status,
    ).toBe(422);
    expect(
      (await app.ask(OWNER, "PATCH", "/schools/one", { calendar: { weekend: [8], closed: [] } }))
        .status,
    ).toBe(422);
  });
});
