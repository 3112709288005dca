/** A day as people type it into a field. The day stands before the month in figures: common practice in Europe. */
import fc from "fast-check";
import { readDay } from "../../src/schedule/language";
import { sayWrittenDate } from "../../src/schedule/words";
import { addDays, formatDate, parseDate } from "../../src/time";

test.each([
  ["2027-03-05", "2027-03-05"],
  ["5 Mar 2027", "2027-03-05"],
  ["  fri 5 march 2027 ", "2027-03-05"],
  ["Friday, 5 March 2027", "2027-03-05"],
  ["Mar 5, 2027", "2027-03-05"],
  ["5.3.2027", "2027-03-05"],
  ["05/03/2027", "2027-03-05"],
  ["29 Feb 2028", "2028-02-29"],
])("%s is %s", (typed, date) => expect(readDay(typed)).toEqual({ ok: true, date }));

test.each([
  ["", /Write a day as 5 Mar 2027/],
  ["soon", /Write a day as/],
  ["5 Mar", /Write a day as/],
  ["13/13/2027", /month/i],
  ["29 Feb 2027", /day|2027/i],
  ["Mon 5 Mar 2027", /That day is Fri 5 Mar 2027/],
  ["5 Mar 2027 or so", /Write a day as/],
])("%s is refused", (typed, reason) => {
  expect(readDay(typed)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) });
});

test("whatever a field shows it reads back", () => {
  const first = parseDate("1900-01-01");
  if (!first.ok) throw new Error(first.reason);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 400_000 }), (days) => {
      const date = formatDate(addDays(first.value, days));
      expect(readDay(sayWrittenDate(date))).toEqual({ ok: true, date });
    }),
  );
});
