import ICAL from "ical.js";
import { Temporal } from "temporal-polyfill";
import { timelines, timelinesToCsv, timelinesToIcs, writeCalendar } from "../../src/schedule";
import { instant, parsed, planOf } from "../helpers";

const nasty = 'Crust; crumb, "ears" \\ and\nair 🥖'.repeat(6);
const plan = parsed(
  planOf({
    modules: [
      { id: "m", title: nasty, lessons: [{ id: "l", title: "=SUM(A1)" }, "w"] },
      {
        id: "n",
        gate: { need: "all", when: [{ from: "enrolled", add: "P7D" }] },
        due: { from: "date", date: "2027-04-01" },
        closes: { from: "date", date: "2027-05-01" },
      },
      { id: "p", gate: { need: "all", when: [{ from: "passed", item: "w" }] } },
    ],
    enrollment: { validity: [{ from: "enrolled", add: "P90D", edge: "end" }] },
  }),
);
const now = instant("2027-03-20T12:00:00Z");
const found = timelines(plan, now);

describe("the calendar file, read back by a general iCalendar library", () => {
  const text = timelinesToIcs(plan, found, now);
  const calendar = new ICAL.Component(ICAL.parse(text));
  const events = calendar
    .getAllSubcomponents("vevent")
    .map((component) => new ICAL.Event(component));
  const starts = (summary: string) =>
    events
      .filter((event) => event.summary === summary)
      .map((event) => event.startDate.toJSDate().toISOString());

  test("every known opening is an event, at its instant, with its title as it was", () => {
    expect(starts(`Opens: ${nasty}`)).toEqual(["2027-03-05T14:20:00.000Z"]);
    expect(starts("Opens: n")).toEqual(["2027-03-12T07:00:00.000Z"]);
    expect(starts("Opens: p")).toEqual([]);
    expect(starts("Due: n")).toEqual(["2027-03-31T23:00:00.000Z"]);
    expect(starts("Closes: n")).toEqual(["2027-04-30T23:00:00.000Z"]);
    expect(starts("Access ends: Course")).toEqual(["2027-06-03T23:00:00.000Z"]);
    expect(events.find((event) => event.summary === "Opens: n")?.description).toBe(
      "Opens Fri 12 Mar 2027, 07:00: 7 days after you enrolled on Fri 5 Mar.",
    );
  });
  test("identifiers differ from each other and stay the same", () => {
    const uids = events.map((event) => event.uid);
    expect(new Set(uids).size).toBe(uids.length);
    const later = timelinesToIcs(
      plan,
      timelines(plan, instant("2027-04-01T00:00:00Z")),
      instant("2027-04-01T00:00:00Z"),
    );
    for (const uid of uids) expect(later).toContain(uid);
  });
  test("lines have at most 75 octets and end with CR LF (RFC 5545 3.1)", () => {
    const lines = text.split("\r\n");
    expect(lines.pop()).toBe("");
    for (const line of lines) {
      expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
      expect(line).not.toMatch(/[\r\n\uFFFD]/);
    }
  });
});

describe("RFC 5545 3.3.6: a day is nominal, an hour exact", () => {
  test("its own example of a duration, P15DT5H0M20S, is a mix that a plan refuses; its parts are told apart", () => {
    // Over New York's clock change of 14 March 2027 a day of nominal length is 23 hours.
    const at = Temporal.ZonedDateTime.from("2027-03-13T12:00[America/New_York]");
    const day = at.add({ days: 1 }).epochMilliseconds - at.epochMilliseconds;
    expect(day).toBe(23 * 3_600_000);
    const sketch = (add: string) =>
      timelines(
        parsed(
          planOf({
            school: { timeZone: "America/New_York" },
            course: { releaseHour: null },
            enrollment: { enrolledAt: "2027-03-13T17:00:00Z" },
            modules: [{ id: "m", gate: { need: "all", when: [{ from: "enrolled", add }] } }],
          }),
        ),
        now,
      )[0]?.items[0]?.opens;
    expect(sketch("P1D")).toBe(at.epochMilliseconds + day);
    expect(sketch("PT24H")).toBe(at.epochMilliseconds + 24 * 3_600_000);
  });
});

describe("CSV (RFC 4180)", () => {
  const text = timelinesToCsv(plan, found);
  test("each record has as many fields as the header, quotes doubled, lines ended with CR LF", () => {
    const rows = parseCsv(text);
    expect(rows).toHaveLength(1 + 1 + 5);
    for (const row of rows) expect(row).toHaveLength(13);
    const title = rows[0]?.indexOf("title") ?? -1;
    expect(rows[2]?.[title]).toBe(nasty);
    expect(rows[5]?.[(rows[0] as string[]).indexOf("opens")]).toBe("2027-03-12T07:00:00Z");
  });
  test("a title that a spreadsheet would run as a formula is defused", () => {
    expect(text).toContain("'=SUM(A1)");
  });
});

/** The grammar of RFC 4180 section 2, read character by character. */
function parseCsv(text: string): string[][] {
  const rows: string[][] = [];
  let row: string[] = [];
  let i = 0;
  while (i < text.length) {
    let field = "";
    if (text[i] === '"') {
      for (i++; ; i++) {
        if (text[i] === '"' && text[i + 1] === '"') i++;
        else if (text[i] === '"') break;
        field += text[i];
      }
      i++;
    } else while (i < text.length && text[i] !== "," && text[i] !== "\r") field += text[i++];
    row.push(field);
    if (text[i] === ",") i++;
    else {
      if (text.slice(i, i + 2) !== "\r\n") throw new Error(`no CR LF at ${i}`);
      i += 2;
      rows.push(row);
      row = [];
    }
  }
  return rows;
}

test("an event of a whole day has its day and no instant (RFC 5545 3.3.4), read back as that day", () => {
  const at = instant("2027-03-27T00:00:00Z");
  const event = { uid: "a@example.org", at, day: "2027-03-28", summary: "Starts", description: "" };
  const text = writeCalendar([event, { ...event, uid: "b@example.org", sequence: 2 }], now, {
    name: "The year",
    refresh: "PT12H",
  });
  expect(text).toContain("\r\nDTSTART;VALUE=DATE:20270328\r\n");
  const [first, second] = new ICAL.Component(ICAL.parse(text))
    .getAllSubcomponents("vevent")
    .map((component) => new ICAL.Event(component));
  expect([first?.startDate.isDate, first?.startDate.toString()]).toEqual([true, "2027-03-28"]);
  // Without an end it lasts the one day (3.6.1).
  expect(first?.endDate.toString()).toBe("2027-03-29");
  expect(second?.sequence).toBe(2);
});
