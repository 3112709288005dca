/** The sample school with a quiz in its first lesson, as its owner types it, and Ana who takes it. */
import type { BankQuestion, MyQuiz } from "@dawngate/contract/checks";
import { readTyped } from "@dawngate/core/checks";
import type { PartOf } from "@dawngate/core/lessons";
import type { Instant } from "@dawngate/core/time";
import type { ServerParts } from "../../src/http/app";
import { type Owned, ownedSchool } from "./owned";
import { instant } from "./sample";

export const COURSE = "/schools/one/courses/c";
export const ANA = "ana@example.org";
export const BEN = "ben@example.org";
export const MINE = "/schools/one/shelf/e1/lessons/l1";

export const RULES: Omit<PartOf<"quiz">, "parts"> = {
  kind: "quiz",
  atOnce: false,
  messages: { passed: "Well baked.", failed: "Read it once more." },
  passMark: 60,
  outOf: null,
  attemptsAllowed: 3,
  retake: "all",
  retakeCost: 10,
  counts: "best",
  show: "after-pass",
  limit: null,
  wait: "PT24H",
};

export const TYPED = `Which flour drinks the most?
* Rye
- Wheat
> Bran holds water.

Salt strengthens the dough.
= true

How hot is the oven?
= 230 ± 5
`;

/** A school for the tests of a file, at an instant that they can move on. */
export function quizSchool(from = "2027-03-10T12:00:00Z", other: Partial<ServerParts> = {}) {
  let owned: Owned;
  const clock = { now: instant(from) as Instant };
  const forward = (minutes: number) => {
    clock.now = (clock.now + minutes * 60_000) as Instant;
  };
  const ask = <T>(method: string, path: string, body?: unknown, status = 200) =>
    owned.ask<T>(method, path, body, status);
  const by = (who: string | null, method: string, path: string, body?: unknown) =>
    owned.app.ask(who, method, path, body);
  const told = async <T>(response: Promise<Response>, status = 200): Promise<T> => {
    const answer = await response;
    const body = await answer.json();
    if (answer.status !== status) throw new Error(`${answer.status}: ${JSON.stringify(body)}`);
    return body as T;
  };
  let partRevision = 0;
  /** Says how the quiz asks and counts. */
  const rule = async (
    change: Partial<PartOf<"quiz">> & Pick<PartOf<"quiz">, "parts">,
    lesson = "l1",
  ) => {
    const kept = await ask<{ partRevision: number }>(
      "PUT",
      `${COURSE}/draft/lessons/${lesson}/part`,
      { part: { ...RULES, ...change }, materials: [], partRevision },
    );
    partRevision = kept.partRevision;
  };
  /** Puts questions into the bank, as they are typed; answers them by their names. */
  const type = async (text: string, prefix = "q") => {
    const { questions, faults } = readTyped(text, (place) => `${prefix}${place + 1}`);
    expect(faults).toEqual([]);
    const { questions: kept } = await ask<{ questions: BankQuestion[] }>(
      "PUT",
      "/schools/one/questions",
      {
        place: null,
        for: "new",
        questions: questions.map((question) => ({ question, number: 0 })),
      },
    );
    return kept;
  };
  const part = (...asks: (string | { draw: number; category: string })[]) => ({
    id: "p1",
    title: "",
    before: "",
    after: "",
    shuffle: false,
    ask: asks,
  });
  let keys = 0;
  const answersOf = (answers: Record<string, unknown>, ago = 0) => ({
    answers: Object.entries(answers).map(([question, answer]) => ({
      key: `answer-${++keys}`,
      question,
      answer,
      ago,
    })),
  });
  /** Somebody who takes the quiz. */
  const taker = (who: string, enrollment: string) => {
    const quiz = `/schools/one/shelf/${enrollment}/lessons/l1/quiz`;
    return {
      see: () => told<MyQuiz>(by(who, "GET", quiz)),
      begin: (key: string) => by(who, "POST", `${quiz}/attempts`, { key }),
      save: (attempt: string, answers: Record<string, unknown>, ago = 0) =>
        by(who, "PUT", `${quiz}/attempts/${attempt}/answers`, answersOf(answers, ago)),
      handIn: (attempt: string) => by(who, "POST", `${quiz}/attempts/${attempt}/hand-in`),
      review: (attempt: string) => by(who, "GET", `${quiz}/attempts/${attempt}`),
    };
  };
  beforeAll(async () => {
    owned = await ownedSchool(() => clock.now, 3, other);
    const draft = await ask<{ sequence: number }>("GET", `${COURSE}/draft`);
    // It was ticked before it was a quiz.
    await by(ANA, "PUT", MINE, { done: false, key: "not-done-after-all" });
    await ask("POST", `${COURSE}/draft`, {
      base: draft.sequence,
      clientId: "client-of-the-test",
      operations: [
        { number: 1, operation: { type: "set-lesson", item: "l1", set: { kind: "quiz" } } },
      ],
    });
    await ask("POST", `${COURSE}/versions`);
  });
  afterAll(() => owned.test_.close());
  return {
    clock,
    forward,
    owned: () => owned,
    ask,
    by,
    told,
    rule,
    type,
    part,
    answersOf,
    as: taker,
    ...taker(ANA, "e1"),
  };
}
