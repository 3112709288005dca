/** The bank of questions: shown, kept with every change, and those of a quiz as its author edits it. */
import { randomBytes } from "node:crypto";
import type {
  Bank,
  BankQuestion,
  QuestionsChange,
  QuestionsKept,
  QuizDraft,
} from "@dawngate/contract/checks";
import { type Question, questionFaults } from "@dawngate/core/checks";
import { isSame } from "@dawngate/core/plan";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { conflict, notFound, refusal } from "../base/problem";
import { readRevision } from "../courses/content-store";
import type { SchoolTransaction } from "../db/connection";
import { showFiles } from "../files/service";
import { follow } from "../jobs/outbox";
import { readPart, useFiles } from "../lessons/store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { countTaken } from "./attempt-store";
import {
  coursesAsking,
  isUsed,
  lessonsAsking,
  pageOfBank,
  putQuestion,
  readBankRows,
  readCategories,
  readDrawable,
  readQuestions,
  retireQuestion,
} from "./bank-store";
import { filesOfQuestions } from "./show";

type Parts = Pick<Services, "db" | "kept">;

const PAGE = 50;
/** Of a category so many are shown to whoever edits a quiz that draws from it. */
const DRAWABLE_SHOWN = 500;

export async function showBank(
  { db, kept }: Parts,
  context: Context,
  { find = "", category, after }: { find?: string; category?: string; after?: string },
): Promise<Bank> {
  return reading(db, context, async (tx) => {
    const rows = await pageOfBank(tx, {
      find: find.trim(),
      category,
      after: after === undefined ? null : readCursor(z.tuple([z.string().max(200)]), after)[0],
      most: PAGE + 1,
    });
    const questions = rows.slice(0, PAGE);
    const last = questions.at(-1);
    return {
      questions,
      files: await filesFor(tx, kept, context, questions),
      categories: await readCategories(tx),
      next: rows.length > PAGE && last ? writeCursor([last.question.id]) : null,
    };
  });
}

const filesFor = (
  tx: SchoolTransaction,
  kept: Services["kept"],
  context: Context,
  rows: readonly Pick<BankQuestion, "question">[],
) => showFiles(tx, kept, context, filesOfQuestions(rows.map(({ question }) => question)));

/** The questions of a quiz as its author edits it. */
export async function showQuizDraft(
  { db, kept }: Parts,
  context: Context,
  course: string,
  lesson: string,
): Promise<QuizDraft> {
  return reading(db, context, async (tx) => {
    const placed = await readRevision(tx, course, lesson);
    if (!placed) throw notFound(`There is no lesson "${lesson}" in this course.`);
    const { part } = await readPart(tx, placed.lesson_id);
    const asks = part?.kind === "quiz" ? part.parts.flatMap(({ ask }) => ask) : [];
    const drawn = await readDrawable(
      tx,
      asks.flatMap((one) => (typeof one === "string" ? [] : [one.category])),
      DRAWABLE_SHOWN,
    );
    const names = new Set([
      ...asks.filter((one) => typeof one === "string"),
      ...drawn.map(({ id }) => id),
    ]);
    const questions = await readBankRows(tx, [...names]);
    return {
      questions,
      files: await filesFor(tx, kept, context, questions),
      categories: await readCategories(tx),
      taken: await countTaken(tx, placed.lesson_id, 1000),
    };
  });
}

/**
 * Keeps questions. Where one was changed by somebody else meanwhile, nothing is kept, so that neither change is lost. A
 * change that holds for new attempts alone makes it another question: those on record keep what they were asked.
 */
export async function keepQuestions(
  { db }: Parts,
  context: Context,
  change: QuestionsChange,
): Promise<QuestionsKept> {
  const ids = change.questions.map(({ question }) => question.id);
  if (new Set(ids).size < ids.length) throw refusal("A question stands there twice.");
  change.questions.forEach(({ question }, i) => {
    const [fault] = questionFaults(question);
    if (fault)
      throw refusal(fault.reason, [
        { path: `questions[${i}].question.${fault.path}`, reason: fault.reason },
      ]);
  });
  return db.withSchool(context, async (tx) => {
    await reachAll(tx, context, ids);
    const before = await readQuestions(tx, ids, true);
    const became: Record<string, string> = {};
    const kept: string[] = [];
    const again: string[] = [];
    for (const { question, number } of change.questions) {
      const known = before.get(question.id);
      if (known && isSame(known.question, question)) {
        kept.push(question.id);
        continue;
      }
      if ((known?.number ?? 0) !== number)
        throw conflict(
          `Somebody has changed “${question.text.slice(0, 80)}” meanwhile. Load the quiz again, and change it on top of that.`,
        );
      const asked = known ? ((await readBankRows(tx, [question.id]))[0]?.asked ?? 0) > 0 : false;
      const isOther = asked && (change.for === "new" || known?.question.kind !== question.kind);
      if (isOther) {
        const other: Question = { ...question, id: randomBytes(6).toString("hex") };
        await putQuestion(tx, context.school, other, 1);
        await retireQuestion(tx, question.id);
        became[question.id] = other.id;
        kept.push(other.id);
        continue;
      }
      await putQuestion(tx, context.school, question, number + 1);
      if (asked) again.push(question.id);
      kept.push(question.id);
    }
    if (again.length > 0)
      for (const lesson of await lessonsAsking(tx, again))
        await follow(
          tx,
          context.school,
          "mark-again",
          { school: context.school, lesson, after: "" },
          { once: lesson },
        );
    await useTheirFiles(tx, context, change);
    return { questions: await readBankRows(tx, kept), became };
  });
}

/** Whoever edits some courses alone changes no question that others ask. */
export async function reachAll(
  tx: SchoolTransaction,
  context: Context,
  questions: readonly string[],
): Promise<void> {
  if (context.courses === null) return;
  if ((await coursesAsking(tx, questions)).every((course) => context.reaches(course))) return;
  throw conflict(
    "A course that you do not edit asks this question too. Type one of your own, and ask that.",
  );
}

/** The pictures of questions stay as long as the lesson they were written in. */
async function useTheirFiles(
  tx: SchoolTransaction,
  context: Context,
  { place, questions }: QuestionsChange,
): Promise<void> {
  const files = filesOfQuestions(questions.map(({ question }) => question));
  if (files.length === 0 || place === null) return;
  if (!context.reaches(place.course))
    throw notFound(`There is no course "${place.course}" in this school.`);
  const placed = await readRevision(tx, place.course, place.lesson);
  if (placed) await useFiles(tx, context.school, placed.lesson_id, files);
}

export async function removeQuestion({ db }: Parts, context: Context, id: string): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const found = (await readQuestions(tx, [id], true)).get(id);
    if (!found) throw notFound("This question is gone; somebody may have removed it.");
    await reachAll(tx, context, [id]);
    if (await isUsed(tx, id))
      throw conflict("A lesson asks this question; take it out of the quiz first.");
    await retireQuestion(tx, id);
  });
}
