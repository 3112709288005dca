import fc from "fast-check";
import { Temporal } from "temporal-polyfill";
import {
  addDays,
  addMonths,
  dateOf,
  daysInMonth,
  formatDate,
  formatInstant,
  type Instant,
  type LocalDate,
  parseDate,
  parseInstant,
  parseOffset,
  seriesDate,
  weekdayOf,
  yearMonthDay,
} from "../../src/time";

const date = (text: string) => {
  const parsed = parseDate(text);
  if (!parsed.ok) throw new Error(parsed.reason);
  return parsed.value;
};

describe("civil dates, against Temporal's ISO calendar", () => {
  test("day numbers, weekdays and month lengths agree for every day from 1900 to 2199", () => {
    let reference = Temporal.PlainDate.from("1900-01-01");
    for (let day = dateOf(1900, 1, 1); day < dateOf(2200, 1, 1); day = addDays(day, 17)) {
      expect(formatDate(day)).toBe(reference.toString());
      expect(weekdayOf(day)).toBe(reference.dayOfWeek);
      const { year, month } = yearMonthDay(day);
      expect(daysInMonth(year, month)).toBe(reference.daysInMonth);
      reference = reference.add({ days: 17 });
    }
  });

  test("months are added as Temporal adds them with overflow: constrain", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: dateOf(1970, 1, 1), max: dateOf(2100, 12, 31) }),
        fc.integer({ min: -600, max: 600 }),
        (day, months) => {
          const reference = Temporal.PlainDate.from(formatDate(day as LocalDate)).add({ months });
          expect(formatDate(addMonths(day as LocalDate, months))).toBe(reference.toString());
        },
      ),
    );
  });

  test.each([
    ["1900-02-28", "1900-03-01"],
    ["2000-02-28", "2000-02-29"],
    ["2024-02-28", "2024-02-29"],
    ["2100-02-28", "2100-03-01"],
  ])("leap years as in the Gregorian calendar: the day after %s is %s", (day, next) => {
    expect(formatDate(addDays(date(day), 1))).toBe(next);
  });

  test("a series of month ends goes back to the 31st (31 Jan, 28 Feb, 31 Mar)", () => {
    const step = parseOffset("P1M");
    if (!step.ok || step.value.kind !== "date") throw new Error();
    const { value } = step;
    const series = [0, 1, 2, 3].map((k) => formatDate(seriesDate(date("2027-01-31"), value, k)));
    expect(series).toEqual(["2027-01-31", "2027-02-28", "2027-03-31", "2027-04-30"]);
  });
});

describe("what is no date and no instant is refused with a reason", () => {
  test.each([
    ["2027-02-30", /28 days/],
    ["2027-13-01", /months run/],
    ["2100-02-29", /28 days/],
    ["27-01-01", /write it as/],
    ["2027-1-1", /write it as/],
    ["9999-12-31", /outside the years/],
    ["", /write it as/],
  ])("the date %s", (text, reason) => {
    const parsed = parseDate(text);
    expect(parsed).toMatchObject({ ok: false, reason: expect.stringMatching(reason) });
  });

  test.each([
    ["2027-03-05T14:20:00+01:00", /in UTC/],
    ["2027-03-05T14:20:00", /in UTC/],
    ["2027-03-05 14:20:00Z", /in UTC/],
    ["2027-03-05T24:00:00Z", /time that does not exist/],
    ["2016-12-31T23:59:60Z", /time that does not exist/],
    ["2027-02-29T00:00:00Z", /date that does not exist/],
    ["2027-03-05T14:20:00.1234Z", /finer than a millisecond/],
  ])("the instant %s", (text, reason) => {
    const parsed = parseInstant(text);
    expect(parsed).toMatchObject({ ok: false, reason: expect.stringMatching(reason) });
  });

  test("instants are read and written as RFC 3339 and the platform have it", () => {
    fc.assert(
      fc.property(fc.integer({ min: -2208988800000, max: 4133980800000 }), (ms) => {
        const text = new Date(ms).toISOString();
        expect(parseInstant(text)).toEqual({ ok: true, value: ms });
        expect(formatInstant(ms as Instant)).toBe(text.replace(".000Z", "Z"));
      }),
    );
  });
});
