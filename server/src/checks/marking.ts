/** What a change of questions, or of how a quiz counts, does to attempts on record: seen before it is kept, then put on record, some people at a time. */
import type { MarkedAgain, QuestionsChange } from "@dawngate/contract/checks";
import type { Question } from "@dawngate/core/checks";
import type { LessonPart } from "@dawngate/core/lessons";
import type { Instant } from "@dawngate/core/time";
import { notFound, refusal } from "../base/problem";
import { existing } from "../courses/authoring";
import { readRevision } from "../courses/content-store";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { system } from "../db/who";
import { standing } from "../enrollment/mine";
import { follow } from "../jobs/outbox";
import { readPeople } from "../people/store";
import { readCases } from "../schedule/case";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { pageOfTakers } from "./attempt-store";
import { reachAll } from "./bank";
import { lessonsAsking } from "./bank-store";
import { settlePerson } from "./ending";
import { type QuizIn, questionsOf, quizFile, quizIn, recordOf, takerOf } from "./file";
import { scored } from "./standing";

/** So many people are marked in one transaction, and so many looked at before a change is kept. */
const LOT = 100;
const LOOKED_MOST = 2000;
/** So many people are named. */
const NAMED_MOST = 100;

/** Marks the next people's attempts at a lesson's quiz again; where more come after them, that is a job of its own. */
export const marker =
  ({ db, now }: { db: Database; now(): Instant }) =>
  async (school: string, lesson: string, after: string): Promise<void> => {
    const scope = { school: school as SchoolId, who: system("mark-again") };
    await db.withSchool(scope, async (tx) => {
      const takers = await pageOfTakers(tx, lesson, after, LOT);
      for (const { enrollment, item } of takers)
        await settlePerson(tx, scope.school, enrollment, item, now());
      const last = takers.at(-1);
      if (last && takers.length === LOT)
        await follow(tx, scope.school, "mark-again", { school, lesson, after: last.enrollment });
    });
  };

type Line = Omit<MarkedAgain["people"][number], "name">;
/** A quiz as it would be; and its questions. */
type Change = (quiz: QuizIn, questions: Question[]) => [QuizIn, Question[]];

/** Whose score a change of questions would change. Nothing is kept. */
export async function lookAtMarks(
  { db }: Pick<Services, "db">,
  context: Context,
  { questions }: QuestionsChange,
): Promise<MarkedAgain> {
  const changed = new Map(questions.map(({ question }) => [question.id, question]));
  return db.readSchool(context, async (tx) => {
    await reachAll(tx, context, [...changed.keys()]);
    return compareTakers(
      tx,
      context,
      await lessonsAsking(tx, [...changed.keys()]),
      (quiz, asked) => [quiz, asked.map((one) => changed.get(one.id) ?? one)],
    );
  });
}

/** Whose score another way of counting would change. Nothing is kept. */
export async function lookAtRules(
  { db }: Pick<Services, "db">,
  context: Context,
  { course, lesson }: { course: string; lesson: string },
  part: LessonPart,
): Promise<MarkedAgain> {
  if (part.kind !== "quiz")
    throw refusal("This is no quiz.", [{ path: "part.kind", reason: "A quiz stands there" }]);
  return db.readSchool(context, async (tx) => {
    await existing(tx, course);
    const placed = await readRevision(tx, course, lesson);
    if (!placed) throw notFound(`There is no lesson "${lesson}" in this course.`);
    return compareTakers(tx, context, [placed.lesson_id], (quiz, asked) => [
      { ...quiz, part },
      asked,
    ]);
  });
}

/** What a change does to those who took the quizzes of some lessons: who passes by it first. */
async function compareTakers(
  tx: SchoolTransaction,
  context: Context,
  lessons: readonly string[],
  change: Change,
): Promise<MarkedAgain> {
  const lines: Line[] = [];
  let looked = 0;
  let all = true;
  for (const lesson of lessons) {
    for (let after = ""; ; ) {
      if (looked >= LOOKED_MOST) {
        all = false;
        break;
      }
      const takers = await pageOfTakers(tx, lesson, after, LOT);
      lines.push(...(await compareLot(tx, context, takers, change)));
      looked += takers.length;
      const last = takers.at(-1);
      if (!last || takers.length < LOT) break;
      after = last.enrollment;
    }
  }
  const of = (what: Line["change"]) => lines.filter((one) => one.change === what);
  const named = [...of("passes"), ...of("fails"), ...of("score")].slice(0, NAMED_MOST);
  const people = await readPeople(
    tx,
    named.map(({ enrollment }) => enrollment),
  );
  return {
    looked,
    all,
    people: named.map((one) => ({
      ...one,
      name: people.get(one.enrollment)?.name ?? one.enrollment,
    })),
    passes: of("passes").length,
    fails: of("fails").length,
    scores: of("score").length,
  };
}

/** What changes for some people who took the quiz of one lesson. */
async function compareLot(
  tx: SchoolTransaction,
  { school, now }: Pick<Context, "school" | "now">,
  takers: readonly { enrollment: string; course: string; item: string }[],
  change: Change,
): Promise<Line[]> {
  const cases = await readCases(
    tx,
    school,
    takers.map(({ enrollment }) => enrollment),
  );
  const items = new Map(takers.map(({ enrollment, item }) => [enrollment, item]));
  const lines: Line[] = [];
  for (const found of cases) {
    const { enrollment, timeline, plan, version } = standing(found, now);
    const item = items.get(enrollment.id) ?? "";
    const quiz = await quizIn(tx, plan, version, item);
    if (!quiz) continue;
    const record = await recordOf(tx, [enrollment.id], item);
    const questions = await questionsOf(tx, quiz.part, record.attempts, false);
    const taker = [takerOf(enrollment.id, timeline, item)];
    const before = scored(quizFile(quiz, questions, taker, record), now);
    const after = scored(quizFile(...change(quiz, questions), taker, record), now);
    const passes = after.passedAt !== null;
    const passed = before.passedAt !== null;
    if (before.score === after.score && passes === passed) continue;
    lines.push({
      enrollment: enrollment.id,
      course: plan.id,
      before: before.score,
      after: after.score,
      change: passes && !passed ? "passes" : passed && !passes ? "fails" : "score",
    });
  }
  return lines;
}
