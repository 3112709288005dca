/** Questions under a lesson: asked by whoever learns there, answered by fellows. */
import type { Question, Questions } from "@dawngate/contract/learning";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import { conflict, notFound } from "../../base/problem";
import { digestOf } from "../../base/secret";
import { readCourseRow } from "../../courses/store";
import type { SchoolTransaction } from "../../db/connection";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { entered } from "./door";
import {
  answersTo,
  insertAnswer,
  insertQuestion,
  type Place,
  pageOfQuestions,
  type QuestionRow,
  readQuestion,
  setWaits,
} from "./questions-store";

export const PAGE = 30;
const place = z.tuple([z.string().max(40), z.string().max(64)]);
type Db = Pick<Services, "db">;

interface Where {
  enrollment: string;
  lesson: string;
}

/** The same press asks or answers once: what it makes is named by it and by whoever pressed. */
export const named = (context: Context, key: string) =>
  digestOf(`${context.account?.id ?? ""} ${key}`).slice(0, 24);

/** Questions with their answers, as one reader sees them; what is out of sight is shown to staff alone. */
export async function withAnswers(
  tx: SchoolTransaction,
  rows: readonly QuestionRow[],
  enrollment: string | null,
  staff: boolean,
): Promise<Question[]> {
  const answers = await answersTo(
    tx,
    rows.map(({ id }) => id),
  );
  return rows.map(({ course: _, item: _item, enrollment: asker, ...row }) => ({
    ...row,
    mine: enrollment !== null && asker === enrollment,
    answers: answers
      .filter((one) => one.question === row.id && (staff || !one.hidden))
      .map(({ question: _, enrollment: by, ...one }) => ({
        ...one,
        mine: enrollment !== null && by === enrollment,
      })),
  }));
}

export const pageAfter = (rows: readonly QuestionRow[]): string | null => {
  const last = rows[PAGE - 1];
  return rows.length > PAGE && last ? writeCursor([last.at, last.id]) : null;
};
export const placeOf = (after: string | undefined): Place | null =>
  after === undefined ? null : readCursor(place, after);

export async function showQuestions(
  { db }: Db,
  context: Context,
  { enrollment, lesson }: Where,
  after: string | undefined,
): Promise<Questions> {
  return db.readSchool(context, async (tx) => {
    const { own } = await entered(tx, context, enrollment, lesson);
    const rows = await pageOfQuestions(tx, {
      course: own.plan.id,
      item: lesson,
      waits: false,
      cohorts: null,
      hidden: false,
      after: placeOf(after),
      most: PAGE + 1,
    });
    return {
      questions: await withAnswers(tx, rows.slice(0, PAGE), enrollment, false),
      next: pageAfter(rows),
    };
  });
}

export async function one(
  tx: SchoolTransaction,
  id: string,
  enrollment: string | null,
  staff: boolean,
): Promise<Question> {
  const row = await readQuestion(tx, id);
  const [found] = row ? await withAnswers(tx, [row], enrollment, staff) : [];
  if (!found) throw notFound("This question is gone.");
  return found;
}

export async function ask(
  { db }: Db,
  context: Context,
  { enrollment, lesson }: Where,
  said: { place: number | null; text: string; key: string },
): Promise<Question> {
  return db.withSchool(context, async (tx) => {
    const { own } = await entered(tx, context, enrollment, lesson);
    const course = own.plan.id;
    await checkOpen(tx, course);
    const id = named(context, said.key);
    const { place, text } = said;
    const name = context.account?.name ?? "";
    const at = formatInstant(context.now);
    const question = { id, course, item: lesson, enrollment, name, place, text, at };
    await insertQuestion(tx, context.school, question);
    return one(tx, id, enrollment, false);
  });
}

/** Where an author has shut questions, what was asked stays to be read. */
async function checkOpen(tx: SchoolTransaction, course: string): Promise<void> {
  if (!(await readCourseRow(tx, course))?.questions)
    throw conflict("Nothing can be asked in this course any more; what was asked can be read.");
}

export async function answerFellow(
  { db }: Db,
  context: Context,
  { enrollment, lesson }: Where,
  id: string,
  said: { text: string; key: string },
): Promise<Question> {
  return db.withSchool(context, async (tx) => {
    const { own } = await entered(tx, context, enrollment, lesson);
    const row = await readQuestion(tx, id);
    if (!row || row.hidden || row.course !== own.plan.id || row.item !== lesson)
      throw notFound("This question is gone.");
    await checkOpen(tx, row.course);
    await insertAnswer(tx, context.school, {
      id: named(context, said.key),
      question: id,
      enrollment,
      name: context.account?.name ?? "",
      staff: false,
      text: said.text,
      at: formatInstant(context.now),
    });
    // Whoever asks on under their own question waits again.
    if (row.enrollment === enrollment) await setWaits(tx, id, true);
    return one(tx, id, enrollment, false);
  });
}
