/** orders.md, example 8: bought Monday 15 March 2027, the 29th closed: to the end of Tuesday 30 March. */
import { lastDayToGiveBack } from "../../src/sales";
import { formatDate, parseDate, type SchoolCalendar, weekdayBits } from "../../src/time";

const day = (text: string) => {
  const date = parseDate(text);
  if (!date.ok) throw new Error(date.reason);
  return date.value;
};
const calendar = (closed: string[]): SchoolCalendar => ({
  weekend: weekdayBits([6, 7]),
  closed: new Set(closed.map(day)),
});

test.each([
  ["2027-03-15", ["2027-03-29"], "2027-03-30"],
  ["2027-03-15", [], "2027-03-29"],
  // The sketch of the checkout: bought on Saturday 12 December, the 26th is a Saturday, so Monday 28.
  ["2026-12-12", [], "2026-12-28"],
  ["2026-12-11", ["2026-12-25"], "2026-12-28"],
])("bought on %s with %j closed: %s", (bought, closed, last) => {
  const found = lastDayToGiveBack(day(bought), calendar(closed));
  expect(found === null ? null : formatDate(found)).toBe(last);
});
