/** A quiz over time: each person in the month of their first hand-in, counted in the school's zone. */
import { monthsOfQuiz } from "../../src/checks";
import { zoneOf } from "../../src/time";
import { looseQuiz, quizOf, trueFalse } from "./sketch";

/** A person each: when the first attempt was handed in (null: never), and what they had right in it. */
const months = (people: readonly [string | null, string][], zone: string, most = 12) =>
  monthsOfQuiz(
    quizOf(
      looseQuiz({
        questions: ["q1", "q2"].map((id) => trueFalse(id)),
        parts: [{ id: "p", ask: ["q1", "q2"] }],
        enrollments: people.map((_, i) => ({ id: `e${i}` })),
        attempts: people.flatMap(([submittedAt, marks], i) => [
          {
            id: `t${i}`,
            enrollment: `e${i}`,
            startedAt: "2027-01-03T10:00:00Z",
            submittedAt,
            answers: [...marks].map((mark, k) => ({
              question: `q${k + 1}`,
              answer: mark === "1",
              at: "2027-01-03T10:30:00Z",
            })),
          },
          // A second attempt of everybody changes nothing.
          ...(submittedAt === null
            ? []
            : [
                {
                  id: `again${i}`,
                  enrollment: `e${i}`,
                  startedAt: "2027-12-03T10:00:00Z",
                  submittedAt: "2027-12-03T11:00:00Z",
                  answers: [],
                },
              ]),
        ]),
      }),
    ),
    zoneOf(zone),
    most,
  );

const PEOPLE: [string | null, string][] = [
  ["2027-04-30T22:30:00Z", "11"],
  ["2027-05-31T21:59:59Z", "10"],
  ["2027-05-31T22:00:00Z", "00"],
  [null, "11"],
];

test("a month begins at midnight where the school is", () => {
  expect(months(PEOPLE, "Europe/Berlin")).toEqual([
    { month: "2027-05", enrollees: 2, mean: 0.75, difficulty: [1, 0.5] },
    { month: "2027-06", enrollees: 1, mean: 0, difficulty: [0, 0] },
  ]);
  expect(months(PEOPLE, "UTC").map(({ month, enrollees }) => [month, enrollees])).toEqual([
    ["2027-04", 1],
    ["2027-05", 2],
  ]);
});

test("the last ones are kept, and where nobody handed one in there is none", () => {
  expect(months(PEOPLE, "Europe/Berlin", 1).map(({ month }) => month)).toEqual(["2027-06"]);
  expect(months([[null, "11"]], "UTC")).toEqual([]);
});
