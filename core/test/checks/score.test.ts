/** What was worked by hand in checks.md, and what it leaves open. */
import { drawPaper, fold, hashOf, readNumber, shuffled, splitMix } from "../../src/checks";
import { attempt, faultsOf, ids, looseQuiz, pointsFor, quizOf, score, trueFalse } from "./sketch";

describe("a question's points, worked by hand", () => {
  test("several, order", () => {
    const several = {
      kind: "several",
      points: 2,
      answers: ids("a", "b", "c", "d"),
      right: ["a", "c", "d"],
    };
    expect(pointsFor(several, ["a", "b", "c"])).toBe(0.6667);
    expect(pointsFor({ ...several, credit: "all" }, ["a", "b", "c"])).toBe(0);
    expect(pointsFor(several, [])).toBe(0);
    const order = {
      kind: "order",
      points: 3,
      answers: ids("x", "y", "z", "w"),
      right: ["w", "x", "y", "z"],
    };
    expect(pointsFor(order, ["x", "w", "y", "z"])).toBe(2);
    expect(pointsFor(order, ["z", "y", "x", "w"])).toBe(0);
  });
  test("a number within 2.5 % of 180", () => {
    const number = { kind: "number", right: 180, percent: 2.5 };
    for (const text of ["184,5", "1 75.5"]) expect(pointsFor(number, text)).toBe(1);
    for (const text of ["184.51", "180 g", "", "1.250,5"]) expect(pointsFor(number, text)).toBe(0);
  });
  test.each([
    ["1 250,5", [2501n, 2n]],
    ["1,250", [5n, 4n]],
    ["+.5", [1n, 2n]],
    ["5.", [5n, 1n]],
    ["−3", [-3n, 1n]],
    ["1.250,5", null],
    [".", null],
    ["--1", null],
    ["1e3", null],
    ["1".repeat(41), null],
  ])("%s as a number", (text, wanted) => {
    const read = readNumber(text);
    expect(read && [read.over, read.of]).toEqual(wanted);
  });
  test("gaps and keywords are compared folded", () => {
    const gap = {
      kind: "gap",
      text: "{1} {2} {3}",
      right: [["Crème fraîche"], ["Straße"], ["baker's"]],
    };
    expect(pointsFor(gap, ["CREME  FRAICHE", "strasse", "Baker’s "])).toBe(1);
    expect(pointsFor(gap, ["x", null, "bakers"])).toBe(0);
    const keywords = {
      kind: "keywords",
      points: 1.5,
      right: [["levain", "sourdough"], ["salt"], ["oven spring"]],
    };
    expect(pointsFor(keywords, "Sourdough, salted: good oven-spring!")).toBe(1);
    expect(fold("ΟΔΟΣ ﬁ  Ǆ")).toBe("οδοσ fi dz");
  });
  test("match: one answer may serve several, and none is none", () => {
    const match = {
      kind: "match",
      points: 3,
      left: ids("l1", "l2", "__proto__"),
      answers: ids("a", "b"),
      right: JSON.parse('{ "l1": "a", "l2": "a", "__proto__": "b" }'),
    };
    expect(pointsFor(match, { l1: "a", l2: "a" })).toBe(2);
    expect(pointsFor(match, JSON.parse('{ "__proto__": "b" }'))).toBe(1);
    expect(pointsFor(match, {})).toBe(0);
  });
});

describe("the paper", () => {
  test("the published beginnings of FNV-1a and SplitMix64 (from memory)", () => {
    expect(hashOf("foobar").toString(16)).toBe("85944171f73967e8");
    expect(splitMix(1234567n)()).toBe(6457827717110365317n);
  });
  test("attempt t1 draws two of five, as worked by hand", () => {
    const questions = ["q1", "q2", "q3", "q4", "q5"].map((id) =>
      trueFalse(id, { category: "dough" }),
    );
    expect(shuffled(["q1", "q2", "q3", "q4", "q5"], "t1/draw/dough")).toEqual([
      "q3",
      "q4",
      "q1",
      "q5",
      "q2",
    ]);
    const parts = [{ id: "p1", ask: [{ draw: 2, category: "dough" }] }];
    expect(drawPaper(quizOf(looseQuiz({ questions, parts })), "t1")).toEqual(["q3", "q4"]);
    const more = [
      { id: "p1", ask: [{ draw: 2, category: "dough" }, "q2", { draw: 2, category: "dough" }] },
    ];
    const paper = drawPaper(quizOf(looseQuiz({ questions, parts: more })), "t1");
    expect(new Set(paper).size).toBe(5);
    expect(paper[2]).toBe("q2");
  });
  test("fixed answers hold their places; the right order never comes out by itself", () => {
    const one = {
      id: "q1",
      kind: "one",
      points: 1,
      shuffle: true,
      answers: [{ id: "a" }, { id: "b" }, { id: "c" }, { id: "none", fixed: true }],
      right: "a",
    };
    const order = { id: "q2", kind: "order", points: 1, answers: ids("x", "y"), right: ["x", "y"] };
    const attempts = Array.from({ length: 20 }, (_, i) =>
      attempt(`t${i}`, `${String(i + 1).padStart(2, "0")}T10:00`, {}),
    );
    const { enrollments } = score(
      looseQuiz({ questions: [one, order], parts: [{ id: "p", ask: ["q1", "q2"] }], attempts }),
    );
    for (const { questions } of enrollments[0]?.attempts ?? []) {
      expect(questions[0]?.order[3]).toBe("none");
      expect(questions[1]?.order).toEqual(["y", "x"]);
    }
  });
});

describe("attempts, worked by hand", () => {
  const three = (mark: number) =>
    looseQuiz({
      passMark: mark,
      questions: ["q1", "q2", "q3"].map((id) => trueFalse(id)),
      parts: [{ id: "p", ask: ["q1", "q2", "q3"] }],
      attempts: [attempt("t1", "03T10:00", { q1: true, q2: true, q3: false })],
    });
  test("two of three points beside a mark to the hundredth", () => {
    expect(score(three(66.67)).enrollments[0]).toMatchObject({ score: 0.6667, passed: false });
    expect(score(three(66.66)).enrollments[0]).toMatchObject({ score: 0.6667, passed: true });
  });
  test("a cost of ten percent: the earliest of the best, or the last", () => {
    const taken = (counts: string) =>
      score(
        looseQuiz({
          counts,
          retakeCost: 10,
          questions: [trueFalse("q1", { points: 9 }), trueFalse("q2")],
          parts: [{ id: "p", ask: ["q1", "q2"] }],
          attempts: [
            attempt("t3", "05T10:00", { q1: true, q2: true }),
            attempt("t1", "03T10:00", { q1: true }),
            attempt("t2", "04T10:00", { q1: true, q2: true }),
          ],
        }),
      ).enrollments[0];
    expect(taken("best")?.attempts.map((one) => one.score)).toEqual([0.9, 0.9, 0.8]);
    expect([taken("best")?.counts, taken("last")?.counts, taken("first")?.counts]).toEqual([
      "t1",
      "t3",
      "t1",
    ]);
  });
  test("only what was missed is asked again", () => {
    const quiz = (answer: unknown) =>
      looseQuiz({
        retake: "missed",
        retakeCost: 10,
        questions: [
          trueFalse("q1", { points: 2 }),
          { id: "q2", kind: "several", points: 2, answers: ids("a", "b"), right: ["a", "b"] },
        ],
        parts: [{ id: "p", ask: ["q1", "q2"] }],
        attempts: [
          attempt("t1", "03T10:00", { q1: true, q2: ["a"] }),
          attempt("t2", "04T10:00", answer === undefined ? {} : { q2: answer }),
        ],
      });
    const scores = (answer: unknown) =>
      score(quiz(answer)).enrollments[0]?.attempts.map((one) => one.score);
    expect(scores(["a", "b"])).toEqual([0.75, 0.9]);
    expect(scores(undefined)).toEqual([0.75, 0.675]);
    const { attempts = [], next } = score(quiz(["a", "b"])).enrollments[0] ?? {};
    expect(next?.state).toBe("all-right");
    expect(attempts[1]?.questions).toMatchObject([
      { id: "q1", asked: false, order: [], answered: false, points: 2 },
      { id: "q2", asked: true, answered: true, points: 2 },
    ]);
  });
  test("time runs past the closing, and an answer at its end is late", () => {
    const quiz = looseQuiz({
      limit: "PT30M",
      enrollments: [{ id: "e1", extraTime: "PT15M", closes: "2027-05-03T10:20:00Z" }],
      attempts: [
        attempt(
          "t1",
          "03T10:00",
          {},
          {
            submittedAt: null,
            answers: [
              { question: "q1", answer: true, at: "2027-05-03T10:44:59.999Z" },
              { question: "q1", answer: false, at: "2027-05-03T10:45:00Z" },
            ],
          },
        ),
      ],
    });
    const running = score(quiz, "2027-05-03T10:44:59.999Z").enrollments[0];
    expect(running).toMatchObject({ next: { state: "running" }, counts: null, score: null });
    expect(running?.attempts[0]).toMatchObject({ state: "running", earned: null, endedAt: null });
    expect(score(quiz, "2027-05-03T10:45:00Z").enrollments[0]).toMatchObject({
      score: 1,
      next: { state: "closed", from: null },
      attempts: [{ until: "2027-05-03T10:45:00Z", endedAt: "2027-05-03T10:45:00Z", late: 1 }],
    });
  });
  test("what may come next, and when right answers are shown", () => {
    const quiz = (over: object, attempts = [attempt("t1", "03T10:00", { q1: true })]) =>
      score(looseQuiz({ show: "after-last", attempts, ...over }), "2027-05-03T12:00:00Z")
        .enrollments[0];
    expect(quiz({ wait: "PT24H" })).toMatchObject({
      next: { state: "later", from: "2027-05-04T10:00:50Z" },
      attemptsLeft: null,
      rightAnswersShown: false,
    });
    expect(quiz({ attemptsAllowed: 1 })).toMatchObject({
      next: { state: "none-left", from: null },
      attemptsLeft: 0,
      rightAnswersShown: true,
    });
    expect(quiz({}, [])).toMatchObject({
      next: { state: "now", from: null },
      rightAnswersShown: false,
    });
    expect(quiz({ show: "after-pass" })).toMatchObject({
      rightAnswersShown: true,
      passedAt: "2027-05-03T10:00:50Z",
    });
  });
  test("a mark out of reach, drawing the worst", () => {
    const questions = [
      trueFalse("n", { points: 3 }),
      ...[1, 1.5, 2, 4].map((points, i) => trueFalse(`d${i}`, { points, category: "d" })),
    ];
    const parts = [{ id: "p", ask: ["n", { draw: 2, category: "d" }] }];
    const snags = (over: object) =>
      score(looseQuiz({ questions, parts, outOf: 8, retakeCost: 10, ...over })).snags;
    expect(snags({ attemptsAllowed: 3 })).toEqual([
      { kind: "mark-out-of-reach", weight: "likely", attempt: 3, reach: 0.55 },
    ]);
    expect(snags({ attemptsAllowed: 2 })).toEqual([]);
    expect(snags({ attemptsAllowed: null })).toMatchObject([{ weight: "look", attempt: 3 }]);
    expect(snags({ attemptsAllowed: 3, passMark: 70 })).toMatchObject([
      { weight: "stops", attempt: 1 },
    ]);
  });
});

describe("a quiz file is refused with exact paths", () => {
  const q = (over: object) => looseQuiz({ questions: [{ ...trueFalse("q1"), ...over }] });
  test.each<[object, string[]]>([
    [looseQuiz({ colour: 1, passMark: 60.001 }), ["passMark", "colour"]],
    [q({ right: "yes" }), ["questions[0].right"]],
    [q({ kind: "drag" }), ["questions[0].kind"]],
    [q({ points: 0 }), ["questions[0].points"]],
    [q({ shuffle: true }), ["questions[0].shuffle"]],
    [q({ kind: "one", answers: ids("a"), right: "a" }), ["questions[0].answers"]],
    [q({ kind: "one", answers: ids("a", "a"), right: "a" }), ["questions[0].answers[1].id"]],
    [q({ kind: "gap", right: [["x"], [" "]] }), ["questions[0].right"]],
    [q({ kind: "keywords", right: [["!"]] }), ["questions[0].right"]],
    [q({ kind: "number", right: 1, tolerance: 1, percent: 1 }), ["questions[0].percent"]],
    [q({ kind: "number", right: 1e13 }), ["questions[0].right"]],
    [q({ kind: "order", answers: ids("a", "b"), right: ["a", "a"] }), ["questions[0].right"]],
    [looseQuiz({ parts: [] }), ["parts"]],
    [
      looseQuiz({
        questions: [trueFalse("q1"), trueFalse("q2", { category: "d" })],
        parts: [
          {
            id: "p",
            ask: ["q1", "q1", "no", { draw: 1, category: "d" }, { draw: 1, category: "d" }],
          },
        ],
      }),
      ["parts[0].ask[1]", "parts[0].ask[2]", "parts[0].ask[4].draw"],
    ],
    [
      looseQuiz({ parts: [{ id: "p", ask: [{ draw: 0, category: "d", more: 1 }, 7] }] }),
      ["parts[0].ask[0].more", "parts[0].ask[0].draw", "parts[0].ask[1]"],
    ],
    [
      looseQuiz({
        limit: "PT0M",
        enrollments: [{ id: "e1", extraTime: "P1D" }],
        attempts: [
          {
            ...attempt("t1", "03T10:00", {}),
            answers: [{ question: "q1", at: "2027-05-03T10:00Z" }],
          },
        ],
      }),
      ["limit", "enrollments[0].extraTime", "attempts[0].answers[0].answer"],
    ],
    [
      looseQuiz({
        attempts: [
          attempt("t1", "03T10:00", { q1: "yes", q9: 1 }),
          attempt(
            "t2",
            "03T10:00",
            {},
            { submittedAt: "2027-05-03T09:00:00Z", asked: ["q1", "q1", "x"] },
          ),
          attempt("t3", "04T10:00", {}, { enrollment: "e9", asked: [] }),
        ],
      }),
      [
        "attempts[0].answers[0].answer",
        "attempts[0].answers[1].question",
        "attempts[1].startedAt",
        "attempts[1].submittedAt",
        "attempts[1].asked",
        "attempts[1].asked[2]",
        "attempts[2].enrollment",
        "attempts[2].asked",
      ],
    ],
    [looseQuiz({ id: "\u0085", enrollments: [{ id: "e1" }, { id: "e1" }] }), ["id"]],
    [looseQuiz({ enrollments: [{ id: "e1" }, { id: "e1" }] }), ["enrollments[1].id"]],
    [[1, 2] as object, ["(quiz)"]],
  ])("%#", (loose, paths) => {
    expect(faultsOf(loose)).toEqual(paths);
  });
});
