/** Taking a quiz: failed, tried again a day later, passed; what waited for it opens; nothing of the key leaves before it may. */
import type { AttemptSeen, HandedIn, MyQuiz } from "@dawngate/contract/checks";
import type { MyCourse, Ticked } from "@dawngate/contract/enrollment";
import { ANA, BEN, MINE, quizSchool, TYPED } from "../helpers/quiz-school";

const school = quizSchool();
const { ask, by, told, see, begin, save, handIn, review, forward } = school;

beforeAll(async () => {
  await school.type(TYPED);
  await school.rule({ parts: [school.part("q1", "q2", "q3")] });
});

describe("a quiz is taken", () => {
  let first = "";
  let second = "";

  test("before it begins it says how it asks and counts, and that one can begin", async () => {
    expect(await see()).toMatchObject({
      rules: { asks: 3, passMark: 60, attempts: 3, retakeCost: 10, wait: 1440, limit: null },
      attempts: [],
      running: null,
      next: { state: "now" },
      shut: null,
      score: null,
      passed: false,
    });
  });

  test("it cannot be ticked instead of being passed", async () => {
    const refused = await by(ANA, "PUT", MINE, { done: true, key: "by-hand-instead" });
    expect(refused.status).toBe(409);
    expect(((await refused.json()) as { detail: string }).detail).toBe(
      "This is done when the quiz is passed.",
    );
  });

  test("begun on two devices it is one attempt; nothing of what is right goes out", async () => {
    const [one, two] = await Promise.all([begin("press-one-1"), begin("press-two-2")]);
    const text = await one.clone().text();
    const [a, b] = (await Promise.all([one.json(), two.json()])) as [MyQuiz, MyQuiz];
    expect(a.running?.id).toBe(b.running?.id);
    first = a.running?.id ?? "";
    expect(a.running?.parts[0]?.questions.map(({ id }) => id)).toEqual(["q1", "q2", "q3"]);
    expect(text).not.toMatch(/"right"|Bran|tolerance|explanation/);
    expect(a.next.state).toBe("running");
  });

  test("every answer is kept as it is given, the same press once, and stands there on another device", async () => {
    const body = school.answersOf({ q1: "b", q2: false });
    const path = `${MINE}/quiz/attempts/${first}/answers`;
    await told(by(ANA, "PUT", path, body));
    await told(by(ANA, "PUT", path, body));
    await told(save(first, { q1: "b" }));
    expect((await see()).running?.answers).toEqual({ q1: "b", q2: false });
  });

  test("what is no answer of the question, or to a question not asked, is refused whole", async () => {
    for (const wrong of [{ q1: "zz" }, { q2: "yes" }, { q9: "a" }, { q3: 7 }])
      expect((await save(first, { q1: "a", ...wrong })).status).toBe(422);
    expect((await see()).running?.answers.q1).toBe("b");
  });

  test("nobody else sees it or answers in it", async () => {
    expect((await by(BEN, "GET", `${MINE}/quiz`)).status).toBe(404);
    const other = "/schools/one/shelf/e2/lessons/l1/quiz";
    expect(
      (await by(BEN, "PUT", `${other}/attempts/${first}/answers`, school.answersOf({ q1: "a" })))
        .status,
    ).toBe(404);
    expect((await by(BEN, "POST", `${other}/attempts/${first}/hand-in`)).status).toBe(404);
  });

  test("handed in it says what it came to, and when one may try again; handed in twice it is the same", async () => {
    forward(10);
    const handed = await told<HandedIn>(handIn(first));
    expect(handed.ticked).toBeNull();
    expect(handed.quiz).toMatchObject({
      score: 0,
      passed: false,
      attemptsLeft: 2,
      message: "Read it once more.",
      next: { state: "later", from: "2027-03-11T12:10:00Z" },
      shown: false,
      running: null,
    });
    expect(handed.quiz.attempts[0]).toMatchObject({
      why: "0 of 3 points are 0 %. To pass: 60 %.",
      endedAt: "2027-03-10T12:10:00Z",
    });
    forward(1);
    expect((await told<HandedIn>(handIn(first))).quiz.attempts).toEqual(handed.quiz.attempts);
  });

  test("what is right stays closed until it may be shown", async () => {
    const seen = await told<AttemptSeen>(review(first));
    expect(seen.questions).toBeNull();
    expect(JSON.stringify(seen)).not.toMatch(/"right"|Bran/);
  });

  test("too early it is refused with the instant in the taker's own zone", async () => {
    const refused = await begin("too-early-1");
    expect(refused.status).toBe(409);
    expect(((await refused.json()) as { detail: string }).detail).toMatch(
      /^The next attempt can begin .*11 Mar.* 21:10/,
    );
  });

  test("a day later it is tried again; what was given while the connection was lost counts by its time", async () => {
    forward(24 * 60);
    second = (await told<MyQuiz>(begin("a-day-later"))).running?.id ?? "";
    expect(second).not.toBe(first);
    await told(save(second, { q1: "a", q2: false }));
    forward(5);
    // Changed two minutes ago, without a connection; then once more, a minute ago.
    await told(save(second, { q2: true }, 60_000));
    await told(save(second, { q2: false }, 120_000));
    await told(save(second, { q3: "234,5" }));
    expect((await see()).running?.answers).toEqual({ q1: "a", q2: true, q3: "234,5" });
  });

  test("passed, the lesson is done, the module finished, and what waited for it opens", async () => {
    const handed = await told<HandedIn>(handIn(second));
    expect(handed.quiz).toMatchObject({
      score: 0.9,
      passed: true,
      message: "Well baked.",
      shown: true,
    });
    expect(handed.quiz.attempts[1]?.why).toBe(
      "3 of 3 points are 100 %; attempt 2 counts 90 % of it: 90 %. To pass: 60 %.",
    );
    expect(handed.ticked).toMatchObject({ done: true, finished: ["m1"] });
    const mine = await told<MyCourse>(by(ANA, "GET", "/schools/one/shelf/e1"));
    expect(mine.timeline.items.find(({ id }) => id === "l1")?.done).toBe(true);
    expect((await told<HandedIn>(handIn(second))).ticked).toBeNull();
  });

  test("now what is right is shown, answer by answer, with why", async () => {
    const seen = await told<AttemptSeen>(review(second));
    expect(seen.questions?.[0]).toMatchObject({
      answer: "a",
      right: "a",
      why: "Right",
      points: 1,
      explanation: "Bran holds water.",
    });
    expect((await told<AttemptSeen>(review(first))).questions?.[2]).toMatchObject({
      answer: null,
      why: "Not answered",
      points: 0,
    });
  });

  test("the pass stands on the record once, and is not taken back by a tick", async () => {
    const record = await ask<{ events: { kind: string; data: { score?: number } }[] }>(
      "GET",
      "/schools/one/courses/c/enrollments/e1/events",
    );
    const passes = record.events.filter(({ kind }) => kind === "passed");
    expect(passes).toHaveLength(1);
    const back = await by(ANA, "PUT", MINE, { done: false, key: "take-it-back" });
    expect(back.status).toBe(409);
    const ticked = (await back.json()) as Ticked & { detail: string };
    expect(ticked.detail).toBe("What you have passed stays passed.");
  });
});
