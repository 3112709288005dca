import { IANAZone } from "luxon";
import { Temporal } from "temporal-polyfill";
import {
  DAY,
  dateOf,
  findZone,
  formatInstant,
  instantAt,
  offsetAt,
  parseDate,
  parseTimeOfDay,
  startOfDay,
  zoneOf,
} from "../../src/time";
import { instant } from "../helpers";

const at = (zone: string, date: string, time: string) => {
  const [day, clock] = [parseDate(date), parseTimeOfDay(time)];
  if (!day.ok || !clock.ok) throw new Error("bad test");
  return formatInstant(instantAt(zoneOf(zone), day.value, clock.value));
};
const dayStart = (zone: string, date: string) => {
  const day = parseDate(date);
  if (!day.ok) throw new Error("bad test");
  return formatInstant(startOfDay(zoneOf(zone), day.value));
};

describe("published clock changes (IANA tz database, the zones' own files)", () => {
  // zone, first instant of the new offset, minutes before, minutes after
  test.each([
    ["Europe/Lisbon", "2027-03-28T01:00:00Z", 0, 60],
    ["Europe/Berlin", "2026-10-25T01:00:00Z", 120, 60],
    ["America/New_York", "2027-03-14T07:00:00Z", -300, -240],
    ["America/Sao_Paulo", "2018-11-04T03:00:00Z", -180, -120],
    ["America/Santiago", "2023-09-03T04:00:00Z", -240, -180],
    ["Australia/Lord_Howe", "2026-10-03T15:30:00Z", 630, 660],
    ["Australia/Lord_Howe", "2027-04-03T15:00:00Z", 660, 630],
    ["Africa/Casablanca", "2026-02-15T02:00:00Z", 60, 0],
    ["Africa/Casablanca", "2026-03-22T02:00:00Z", 0, 60],
    ["Asia/Tehran", "2022-03-21T20:30:00Z", 210, 270],
    ["Asia/Tehran", "2022-09-21T19:30:00Z", 270, 210],
    ["Pacific/Apia", "2011-12-30T10:00:00Z", -600, 840],
    ["Asia/Pyongyang", "2018-05-04T15:00:00Z", 510, 540],
    ["Asia/Kathmandu", "1985-12-31T18:30:00Z", 330, 345],
    ["America/Caracas", "2016-05-01T07:00:00Z", -270, -240],
    ["Africa/Monrovia", "1972-01-07T00:44:30Z", -44.5, 0],
    ["Pacific/Kwajalein", "1993-08-21T12:00:00Z", -720, 720],
    ["Europe/Istanbul", "2016-03-27T01:00:00Z", 120, 180],
  ])("%s changes at %s", (id, change, before, after) => {
    const zone = zoneOf(id);
    const ms = instant(change);
    expect(offsetAt(zone, ms - 1) / 60_000).toBe(before);
    expect(offsetAt(zone, ms) / 60_000).toBe(after);
  });

  test("Tehran keeps one offset since 2023", () => {
    const zone = zoneOf("Asia/Tehran");
    for (let ms = Date.UTC(2023, 0); ms < Date.UTC(2030, 0); ms += 5 * DAY)
      expect(offsetAt(zone, ms)).toBe(210 * 60_000);
  });
});

describe("local times that do not exist or happen twice (RFC 5545 3.3.5)", () => {
  test.each([
    // RFC 5545 3.3.5: "If the local time described does not occur …, the DATE-TIME value refers to the offset
    // before the gap"; its example: 2:30 on 11 March 2007 in New York is 3:30 EDT.
    ["America/New_York", "2007-03-11", "02:30", "2007-03-11T07:30:00Z"],
    // "If the local time described occurs more than once …, the first occurrence"; its example:
    // 1:30 on 4 November 2007 in New York is 1:30 EDT.
    ["America/New_York", "2007-11-04", "01:30", "2007-11-04T05:30:00Z"],
    ["Europe/Lisbon", "2027-03-28", "01:30", "2027-03-28T01:30:00Z"],
    ["Europe/Lisbon", "2027-10-31", "01:30", "2027-10-31T00:30:00Z"],
    ["Australia/Lord_Howe", "2026-10-04", "02:15", "2026-10-03T15:45:00Z"],
    ["Australia/Lord_Howe", "2027-04-04", "01:45", "2027-04-03T14:45:00Z"],
    ["Pacific/Apia", "2011-12-30", "12:00", "2011-12-30T22:00:00Z"],
  ])("%s on %s at %s", (zone, date, time, expected) => {
    expect(at(zone, date, time)).toBe(expected);
  });

  test.each([
    ["America/Santiago", "2023-09-03", "2023-09-03T04:00:00Z"],
    ["America/Sao_Paulo", "2018-11-04", "2018-11-04T03:00:00Z"],
    ["Asia/Beirut", "2027-03-28", "2027-03-27T22:00:00Z"],
    ["Pacific/Apia", "2011-12-30", "2011-12-30T10:00:00Z"],
    ["Pacific/Apia", "2011-12-31", "2011-12-30T10:00:00Z"],
    ["America/Havana", "2026-11-01", "2026-11-01T04:00:00Z"],
    ["Europe/Lisbon", "2027-08-02", "2027-08-01T23:00:00Z"],
  ])("the first instant of a day in %s, %s", (zone, date, expected) => {
    expect(dayStart(zone, date)).toBe(expected);
  });
});

describe("against Temporal, over zones and years", () => {
  const zones = [
    "Europe/Lisbon",
    "America/New_York",
    "America/St_Johns",
    "America/Santiago",
    "Africa/Casablanca",
    "Africa/Cairo",
    "Asia/Gaza",
    "Asia/Kathmandu",
    "Asia/Tehran",
    "Australia/Lord_Howe",
    "Antarctica/Troll",
    "Antarctica/Casey",
    "Pacific/Apia",
    "Pacific/Chatham",
    "America/Asuncion",
    "Europe/Chisinau",
    "UTC",
  ];
  test.each(zones)("%s: local times and day starts agree", (id) => {
    const zone = zoneOf(id);
    // 1970 to 2100; 101 days and 53 minutes walk through all seasons and times of day.
    for (let day = dateOf(1970, 1, 1); day < dateOf(2101, 1, 1); day = (day + 101) as never) {
      const minutes = (day * 53) % 1440;
      const local = Temporal.PlainDate.from("1970-01-01").add({ days: day });
      const time = Temporal.PlainTime.from("00:00").add({ minutes });
      const reference = local.toZonedDateTime({ timeZone: id, plainTime: time });
      expect(instantAt(zone, day, (minutes * 60_000) as never)).toBe(reference.epochMilliseconds);
      const start = local.toZonedDateTime({ timeZone: id }).startOfDay();
      expect(startOfDay(zone, day)).toBe(start.epochMilliseconds);
    }
  });

  test("every minute around clock changes agrees", () => {
    for (const [id, around] of [
      ["Europe/Lisbon", "2027-03-28"],
      ["Europe/Lisbon", "2027-10-31"],
      ["America/Santiago", "2023-09-03"],
      ["America/Santiago", "2024-04-06"],
      ["Australia/Lord_Howe", "2026-10-04"],
      ["Australia/Lord_Howe", "2027-04-04"],
      ["Pacific/Apia", "2011-12-30"],
      ["America/Havana", "2026-11-01"],
    ] as const) {
      const date = parseDate(around);
      if (!date.ok) throw new Error();
      for (let minutes = -1440; minutes < 2880; minutes += 7) {
        const day = date.value + Math.floor(minutes / 1440);
        const clock = ((minutes % 1440) + 1440) % 1440;
        const reference = Temporal.PlainDate.from(around)
          .toPlainDateTime()
          .add({ minutes })
          .toZonedDateTime(id, { disambiguation: "compatible" });
        expect(instantAt(zoneOf(id), day as never, (clock * 60_000) as never)).toBe(
          reference.epochMilliseconds,
        );
      }
    }
  });
});

describe("every zone the runtime knows", () => {
  test("is found, and its table equals a daily search through ten years", () => {
    for (const id of Intl.supportedValuesOf("timeZone")) expect(findZone(id)).not.toBeNull();
    for (const id of ["Africa/El_Aaiun", "Asia/Hebron", "America/Miquelon", "Asia/Amman"]) {
      const zone = zoneOf(id);
      for (let t = instant("2008-01-01T00:00:00Z") as number; t < Date.UTC(2018, 0); t += DAY) {
        const offset =
          Temporal.Instant.fromEpochMilliseconds(t).toZonedDateTimeISO(id).offsetNanoseconds;
        expect(offsetAt(zone, t)).toBe(offset / 1e6);
      }
    }
  });

  test("agrees with Luxon in any zone, at any time from 1970 to 2100", () => {
    const zones = Intl.supportedValuesOf("timeZone");
    const span = Date.UTC(2100, 11, 31) - Date.UTC(1970, 0, 1);
    zones.forEach((id, i) => {
      const zone = zoneOf(id);
      for (let k = 0; k < 4; k++) {
        // Multiples of an irrational number spread evenly over the span (Weyl 1916).
        const ms = Math.floor((((i * 4 + k) * 0.6180339887498949) % 1) * span);
        expect([id, ms, offsetAt(zone, ms) / 60_000]).toEqual([
          id,
          ms,
          IANAZone.create(id).offset(ms),
        ]);
      }
    });
  });

  test.each([
    "Mars/Olympus",
    "+01:00",
    "",
    "Europe/",
    "Europe/Lisbon ",
    "../etc",
    "x".repeat(5000),
  ])("%p is not a zone", (id) => {
    expect(findZone(id)).toBeNull();
  });
});
