/**
 * Statements as xAPI has them (IEEE 9274.1.1 and the specification 1.0.3 before it, part 2; read from memory): the
 * parts that are needed, what a score may be, identifiers that are IRIs and UUIDs, an actor with one identifier.
 */
import { type Achieved, statementOf } from "../../src/statements";
import { durationOf } from "../../src/statements/statement";
import { instantIn } from "../../src/time";

const told = (what: Achieved) =>
  statementOf({
    id: "2ed6657d-e927-568b-95e1-2665a8aea6a2",
    at: instantIn("2027-05-03T10:20:30.5Z"),
    home: "https://learn.example.org/ember-row",
    person: { id: "lena", name: "Lena Kowal" },
    registration: "74738ff5-5367-5958-9aee-98fffdcd1876",
    course: { id: "rye / winter", title: "Winter rye" },
    what,
  });
const lesson = { id: "z1", title: "What the dough says" };
const attempt = {
  kind: "attempt-ended",
  lesson,
  began: instantIn("2027-05-03T10:00:00Z"),
  score: 0.75,
  passed: true,
  earned: 3,
  possible: 4,
} as const;

test("an attempt that was passed", () => {
  expect(told(attempt)).toEqual({
    id: "2ed6657d-e927-568b-95e1-2665a8aea6a2",
    timestamp: "2027-05-03T10:20:30.500Z",
    actor: {
      objectType: "Agent",
      name: "Lena Kowal",
      account: { homePage: "https://learn.example.org/ember-row", name: "lena" },
    },
    verb: { id: "http://adlnet.gov/expapi/verbs/passed", display: { en: "passed" } },
    object: {
      objectType: "Activity",
      id: "https://learn.example.org/ember-row/courses/rye%20%2F%20winter/lessons/z1",
      definition: {
        name: { en: "What the dough says" },
        type: "http://adlnet.gov/expapi/activities/assessment",
      },
    },
    result: {
      completion: true,
      success: true,
      score: { scaled: 0.75, raw: 3, min: 0, max: 4 },
      duration: "PT20M30.5S",
    },
    context: {
      registration: "74738ff5-5367-5958-9aee-98fffdcd1876",
      platform: "Dawn Gate",
      contextActivities: {
        parent: [
          {
            objectType: "Activity",
            id: "https://learn.example.org/ember-row/courses/rye%20%2F%20winter",
            definition: {
              name: { en: "Winter rye" },
              type: "http://adlnet.gov/expapi/activities/course",
            },
          },
        ],
      },
    },
  });
});

test("what was failed says so; what was earned beyond all points lies not above the most", () => {
  const { verb, result } = told({ ...attempt, passed: false, earned: 9, possible: 8, score: 1 });
  expect(verb.display.en).toBe("failed");
  expect(result).toMatchObject({ success: false, score: { scaled: 1, raw: 8, max: 8 } });
});

test("a lesson that was completed, with a mark and without, a module, and the whole course", () => {
  const part = { ...lesson, of: "lesson" } as const;
  const plain = told({ kind: "part-completed", part, marked: null });
  expect(plain.verb.id).toBe("http://adlnet.gov/expapi/verbs/completed");
  expect(plain.object.definition.type).toBe("http://adlnet.gov/expapi/activities/lesson");
  expect(plain.result).toEqual({ completion: true });
  expect(
    told({ kind: "part-completed", part, marked: { score: 0.5, passed: true } }).result,
  ).toEqual({ completion: true, success: true, score: { scaled: 0.5 } });
  const module = told({
    kind: "part-completed",
    part: { id: "m1", title: "Feeding", of: "module" },
    marked: null,
  });
  expect(module.object.id).toBe(
    "https://learn.example.org/ember-row/courses/rye%20%2F%20winter/modules/m1",
  );
  expect(module.object.definition.type).toBe("http://adlnet.gov/expapi/activities/module");
  const whole = told({ kind: "course-completed" });
  expect(whole.object.definition.type).toBe("http://adlnet.gov/expapi/activities/course");
  // A course is no part of itself.
  expect(whole.context).not.toHaveProperty("contextActivities");
});

test.each([
  [0, "PT0S"],
  [9, "PT0S"],
  [1230, "PT1.23S"],
  [60_000, "PT1M"],
  [3_600_000 * 26 + 61_000, "PT26H1M1S"],
  [-5, "PT0S"],
])("%d milliseconds are %s (ISO 8601)", (milliseconds, text) => {
  expect(durationOf(milliseconds)).toBe(text);
});
