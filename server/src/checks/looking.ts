/** Looking at quizzes, for staff: whose attempts, one answer by answer, what the questions are worth, and more for one person. */
import type {
  Allowance,
  Allowances,
  AttemptSeen,
  Attempts,
  CourseQuizzes,
  QuestionAnalysis,
} from "@dawngate/contract/checks";
import { minutesIn } from "@dawngate/core/checks";
import { countAsks } from "@dawngate/core/plan/asks";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { notFound } from "../base/problem";
import { outlineFor, publishedOutline } from "../courses/outline";
import { published } from "../courses/service";
import type { SchoolTransaction } from "../db/connection";
import { type Mine, standing } from "../enrollment/mine";
import { showFiles } from "../files/service";
import { readPeople } from "../people/store";
import { readCase } from "../schedule/case";
import { type Context, isTheirs } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { pageOfAttempts, putGiven, readAttempt } from "./attempt-store";
import { readQuestions } from "./bank-store";
import { quizIn } from "./file";
import { partIn } from "./part-in";
import { filesOfQuestions, showAttempt } from "./show";
import { settle, theirQuiz } from "./standing";
import { ANALYSIS } from "./tasks";

type Parts = Pick<Services, "db" | "kept">;
interface Where {
  course: string;
  lesson: string;
}

const PAGE = 50;
const placeOf = z.tuple([z.iso.datetime(), z.string().max(200)]);

/** The quizzes, surveys and assignments of a course as it is published. */
export async function showCourseQuizzes(
  { db }: Parts,
  context: Context,
  course: string,
): Promise<CourseQuizzes> {
  return reading(db, context, async (tx) => {
    const { plan, number } = await published(tx, context.school, course);
    const found: CourseQuizzes = { quizzes: [], surveys: [], assignments: [] };
    for (const module of publishedOutline(plan))
      for (const { id, title } of module.lessons) {
        const check = { lesson: id, title, module: module.title };
        const quiz = await quizIn(tx, plan, number, id);
        if (quiz) found.quizzes.push({ ...check, asks: countAsks(quiz.part) });
        if (await partIn(tx, plan, number, id, "survey")) found.surveys.push(check);
        if (await partIn(tx, plan, number, id, "assignment")) found.assignments.push(check);
      }
    return found;
  });
}

/** The cohorts whose people are looked at: the one that is asked for, where one may see it. */
const among = (context: Context, cohort: string | undefined): readonly string[] | null =>
  cohort === undefined ? context.cohorts : isTheirs(context, cohort) ? [cohort] : [];

export async function showAttempts(
  { db }: Parts,
  context: Context,
  { course, lesson }: Where,
  {
    state,
    cohort,
    after,
  }: { state?: "passed" | "failed" | "running"; cohort?: string | undefined; after?: string },
): Promise<Attempts> {
  return reading(db, context, async (tx) => {
    const place = after === undefined ? null : readCursor(placeOf, after);
    const rows = await pageOfAttempts(tx, {
      course,
      item: lesson,
      state,
      cohorts: among(context, cohort),
      after: place && { at: place[0], id: place[1] },
      most: PAGE + 1,
    });
    const attempts = rows.slice(0, PAGE);
    const last = attempts.at(-1);
    return {
      attempts,
      next: rows.length > PAGE && last ? writeCursor([last.startedAt, last.id]) : null,
    };
  });
}

/** Somebody of a course whom one may see, as they stand. */
async function somebody(
  tx: SchoolTransaction,
  context: Context,
  course: string,
  enrollment: string,
  hold = false,
): Promise<Mine> {
  const found = await readCase(tx, context.school, enrollment, hold);
  if (found?.course !== course || !isTheirs(context, found.enrollment.cohort))
    throw notFound(`There is no enrollment "${enrollment}" in this course.`);
  return standing(found, context.now);
}

/** An attempt answer by answer, with what is right: also one that runs. */
export async function showSomeonesAttempt(
  { db, kept }: Parts,
  context: Context,
  { course, lesson }: Where,
  id: string,
): Promise<AttemptSeen> {
  return reading(db, context, async (tx) => {
    const attempt = await readAttempt(tx, id);
    if (attempt?.course !== course || attempt.item !== lesson)
      throw notFound("There is no such attempt.");
    const own = await somebody(tx, context, course, attempt.enrollment);
    const theirs = await theirQuiz(tx, own, lesson, context.now);
    const people = await readPeople(tx, [attempt.enrollment]);
    const name = people.get(attempt.enrollment)?.name ?? attempt.enrollment;
    return showAttempt(tx, kept, context, name, theirs, id, true);
  });
}

export async function showAnalysis(
  { db, kept, threads }: Parts & Pick<Services, "threads">,
  context: Context,
  { course, lesson }: Where,
  cohort: string | undefined,
): Promise<QuestionAnalysis> {
  const version = await db.readSchool(
    context,
    async (tx) => (await published(tx, context.school, course)).number,
  );
  const { analysis, months, all } = await threads.run(ANALYSIS, {
    school: context.school,
    course,
    version,
    item: lesson,
    cohorts: among(context, cohort),
  });
  return reading(db, context, async (tx) => {
    const questions = await readQuestions(
      tx,
      analysis.questions.map(({ id }) => id),
    );
    const shown = analysis.questions.flatMap(({ id, ...figures }, i) => {
      const question = questions.get(id)?.question;
      const overTime = months.map(({ difficulty }) => difficulty[i] ?? null);
      return question ? [{ question, ...figures, overTime }] : [];
    });
    return {
      ...analysis,
      months: months.map(({ difficulty: _, ...month }) => month),
      all,
      questions: shown,
      files: await showFiles(
        tx,
        kept,
        context,
        filesOfQuestions(shown.map(({ question }) => question)),
      ),
    };
  });
}

/** The quizzes of one person, and what they were given on top. */
export async function showAllowances(
  { db }: Parts,
  context: Context,
  course: string,
  enrollment: string,
): Promise<Allowances> {
  return reading(db, context, async (tx) => {
    const own = await somebody(tx, context, course, enrollment);
    const quizzes: Allowances["quizzes"] = [];
    for (const { id, title } of outlineFor(own.plan, own.enrollment.cohort).flatMap(
      ({ lessons }) => lessons,
    )) {
      if (!(await quizIn(tx, own.plan, own.version, id))) continue;
      const { quiz, record, scored } = await theirQuiz(tx, own, id, context.now);
      const more = record.given[0];
      const limit = minutesIn(quiz.part.limit);
      quizzes.push({
        lesson: id,
        title,
        minutes: more?.minutes ?? 0,
        attempts: more?.attempts ?? 0,
        reason: more?.reason ?? "",
        score: scored.score,
        passed: scored.passedAt !== null,
        left: scored.attemptsLeft,
        state: scored.next.state,
        limit,
        attempt: scored.attempts.at(-1)?.id ?? null,
      });
    }
    return { quizzes };
  });
}

/** Gives somebody more time or attempts at a quiz, in place of what they were given before; an attempt that runs has it too. */
export async function allow(
  { db }: Parts,
  context: Context,
  { course, enrollment, lesson }: Where & { enrollment: string },
  { minutes, attempts, reason }: Allowance,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const own = await somebody(tx, context, course, enrollment, true);
    if (!(await quizIn(tx, own.plan, own.version, lesson)))
      throw notFound("There is no quiz in this lesson.");
    await putGiven(tx, context.school, course, {
      enrollment,
      item: lesson,
      minutes,
      attempts,
      reason,
    });
    const theirs = await theirQuiz(tx, own, lesson, context.now);
    await settle(tx, context.school, own, theirs, context.now);
  });
}
