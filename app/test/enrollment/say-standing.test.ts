/** What the roster says of somebody's end is what their schedule says. */
import type { RosterPerson } from "@dawngate/contract/roster";
import { zoneOf } from "@dawngate/core/time";
import { sayLastDay, sayStanding } from "../../src/enrollment/roster/say-standing";

const person = (more: Partial<RosterPerson>) =>
  ({ standing: "ended", finishedAt: null, from: null, until: null, ...more }) as RosterPerson;
const lisbon = zoneOf("Europe/Lisbon");
const auckland = zoneOf("Pacific/Auckland");
beforeAll(() => jest.useFakeTimers({ now: new Date("2027-03-10T12:00:00Z") }));
afterAll(() => jest.useRealTimers());

test("access that ends with a day ends on that day, before and after it has", () => {
  // Until the end of 20 February: the midnight after it.
  const until = "2027-02-21T00:00:00.000Z";
  expect(sayLastDay(until, lisbon)).toBe("Sat 20 Feb");
  expect(sayStanding(person({ until }), lisbon)).toBe("Ended Sat 20 Feb");
});

test("by the clock that counts: another zone has another day", () => {
  const until = "2027-02-20T15:30:00.000Z";
  expect(sayStanding(person({ until }), lisbon)).toBe("Ended Sat 20 Feb");
  expect(sayStanding(person({ until }), auckland)).toBe("Ended Sun 21 Feb");
});

test("who has finished and whose time is over is both", () => {
  const one = person({ finishedAt: "2027-01-05T09:00:00.000Z", until: "2027-02-21T00:00:00.000Z" });
  expect(sayStanding(one, lisbon)).toBe("Finished Tue 5 Jan, ended");
  expect(sayStanding(person({}), lisbon)).toBe("Ended");
});
