import { sayAway } from "../../src/schedule/words";
import { zoneOf } from "../../src/time";
import { instant } from "../helpers";

const now = "2027-03-15T22:30:00Z";

test.each([
  ["2027-03-15T23:59:00Z", "Europe/Lisbon", "today"],
  ["2027-03-16T00:10:00Z", "Europe/Lisbon", "tomorrow"],
  // The same instants, where the day has turned already.
  ["2027-03-16T00:10:00Z", "Europe/Berlin", "tomorrow"],
  ["2027-03-15T23:10:00Z", "Europe/Berlin", "tomorrow"],
  ["2027-03-16T00:10:00Z", "Asia/Tokyo", "today"],
  ["2027-03-21T12:00:00Z", "Europe/Lisbon", "in 6 days"],
  ["2027-04-04T12:00:00Z", "Europe/Lisbon", "in 20 days"],
  ["2027-04-05T12:00:00Z", "Europe/Lisbon", "in 3 weeks"],
  ["2027-05-30T12:00:00Z", "Europe/Lisbon", "in 11 weeks"],
  ["2027-09-15T12:00:00Z", "Europe/Lisbon", "in 6 months"],
  ["2027-03-14T12:00:00Z", "Europe/Lisbon", "yesterday"],
  ["2027-03-01T12:00:00Z", "Europe/Lisbon", "14 days ago"],
])("%s in %s is %s", (to, zone, words) => {
  expect(sayAway(instant(now), instant(to), zoneOf(zone))).toBe(words);
});
