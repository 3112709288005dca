import type { PersonRipple } from "@dawngate/contract/review";
import { sayPerson } from "../../src/review/say-person";
import { sayGroups, sayTotals } from "../../src/review/say-ripple";

const none = {
  people: 3,
  touched: 0,
  gains: 0,
  loses: 0,
  later: 0,
  earlier: 0,
  endsEarlier: 0,
  endsLater: 0,
};

describe("a ripple in sentences", () => {
  test("the totals, the heaviest first", () => {
    expect(sayTotals({ told: 0, mailed: 0, totals: { ...none, people: 0 } })).toEqual([
      "Nobody is in this course whose dates would follow it.",
    ]);
    expect(sayTotals({ told: 0, mailed: 0, totals: none })).toEqual([
      "Nothing changes for the 3 people who are in it.",
    ]);
    expect(
      sayTotals({
        told: 1,
        mailed: 2,
        totals: { ...none, touched: 2, loses: 1, later: 2, endsLater: 1 },
      }),
    ).toEqual([
      "2 people of 3 are touched.",
      "Something that is open now can no longer be opened: 1 person.",
      "An opening moves later, or loses its date: 2 people.",
      "Access ends later: 1 person.",
      "They were told a date that it makes wrong: 1 person.",
      "Mailed at once that something has opened, at most: 2 people.",
    ]);
  });
  test("one person: what is lost first, then what moves, in the zone that counts for them", () => {
    const move = (item: string) => ({
      item,
      what: "opens" as const,
      before: "2027-03-12T07:00:00Z",
      after: null,
    });
    const person: PersonRipple = {
      course: "c",
      enrollment: "e",
      name: "Ana",
      clock: "Europe/Berlin",
      gains: [],
      loses: ["a", "b", "c", "d"],
      moves: [move("a"), move("b"), move("c"), move("d"), { ...move("a"), what: "due" }],
      appears: ["n"],
      goes: ["x", "y"],
      end: { before: "2027-06-03T22:00:00Z", after: null },
      told: [
        { of: "opens", item: "a", instant: "2027-03-12T07:00:00Z", holds: null },
        { of: "opens", item: "b", instant: "2027-03-12T07:00:00Z", holds: null },
        { of: "access-ends", item: null, instant: "2027-06-03T22:00:00Z", holds: null },
      ],
    };
    expect(sayPerson(person, (id) => id.toUpperCase())).toEqual([
      "loses “A”, “B”, “C” and 1 more, which are open now",
      "“A” and 3 more: Fri 12 Mar 2027, 08:00 becomes no date",
      "“X” and “Y” go",
      "“N” is new",
      "access until the end of Thu 3 Jun 2027 becomes no end",
      "were told: “A” and 1 more, Fri 12 Mar 2027, 08:00; access until the end of Thu 3 Jun 2027",
    ]);
  });
  test("people who are touched alike: what moves, by how much", () => {
    const move = (item: string, before: string | null, after: string | null) => {
      return { item, what: "opens" as const, before, after };
    };
    const example = {
      course: "c",
      enrollment: "e",
      name: "Ada",
      clock: "Europe/Lisbon",
      gains: [],
      loses: [],
      // A clock change lies between: the day is an hour shorter, and a day all the same.
      moves: [
        move("a", "2027-03-20T07:00:00Z", "2027-04-03T06:00:00Z"),
        move("b", "2027-03-21T07:00:00Z", "2027-04-04T06:00:00Z"),
        move("c", "2027-03-21T07:00:00Z", "2027-03-21T05:00:00Z"),
        move("d", "2027-03-21T07:00:00Z", null),
      ],
      appears: ["n"],
      goes: [],
      end: { before: "2027-06-03T22:00:00Z", after: "2027-06-04T22:00:00Z" },
      told: [],
    };
    expect(
      sayGroups(
        {
          groups: [
            { people: 1, example: { ...example, enrollment: "f" } },
            { people: 2, example },
          ],
        },
        (id) => id.toUpperCase(),
      ),
    ).toEqual([
      "3 people: “A” and 1 more: 14 days later; “C”: 2 hours earlier; “D”: lose their date; 1 new; access ends 1 day later",
    ]);
  });
});
