/** Where somebody stands who waits for a place that is sold. */
import { sayAhead } from "../../src/enrollment/ways-in/say-waiting";
import { sayStands } from "../../src/sales/say-waiting";

test.each([
  [0, "You wait for a place, and are the next."],
  [1, "You wait for a place; one comes before you."],
  [12, "You wait for a place; 12 come before you."],
])("%i before one", (ahead, says) => {
  expect(sayAhead(ahead)).toBe(says);
  expect(sayStands({ ahead, offerUntil: null })).toBe(
    `${says} You are written to when one comes free.`,
  );
});

test("a place that is held says until when it is to be bought, whoever comes before", () => {
  expect(sayStands({ ahead: 3, offerUntil: "2027-03-11T12:00:00Z" })).toMatch(
    /^A place is held for you until Thu 11 Mar.*; buy it by then, or it goes to the next\.$/,
  );
});
