/** Questions under a lesson: asked by whoever learns, answered by the school and by fellows, kept fit to be read by staff. */
import type { Asked, Question, Questions } from "@dawngate/contract/learning";
import { itemTitles } from "@dawngate/core/plan/titles";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import { writeLetter } from "../../base/letter";
import { conflict, notFound } from "../../base/problem";
import { digestOf } from "../../base/secret";
import { existing } from "../../courses/authoring";
import { readCourseRow } from "../../courses/store";
import type { SchoolTransaction } from "../../db/connection";
import { follow } from "../../jobs/outbox";
import { type Context, isTheirs } from "../../school/context";
import { inMail, schoolInMail } from "../../school/in-mail";
import type { Services } from "../../school/kit";
import { readAddress } from "../store";
import { entered } from "./door";
import {
  answersTo,
  cohortOf,
  countWaiting,
  insertAnswer,
  insertQuestion,
  type Place,
  pageOfQuestions,
  type QuestionRow,
  readQuestion,
  setHidden,
  setWaits,
} from "./questions-store";

const PAGE = 30;
const place = z.tuple([z.string().max(40), z.string().max(64)]);
type Db = Pick<Services, "db">;

interface Where {
  enrollment: string;
  lesson: string;
}

/** The same press asks or answers once: what it makes is named by it and by whoever pressed. */
const named = (context: Context, key: string) =>
  digestOf(`${context.account?.id ?? ""} ${key}`).slice(0, 24);

/** Questions with their answers, as one reader sees them; what is out of sight is shown to staff alone. */
async function withAnswers(
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

const pageAfter = (rows: readonly QuestionRow[]): string | null => {
  const last = rows[PAGE - 1];
  return rows.length > PAGE && last ? writeCursor([last.at, last.id]) : null;
};
const placeOf = (after: string | undefined): Place | null =>
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

async function one(
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

/** What people ask in a course; instructors see their own cohorts' questions. */
export async function showAsked(
  { db }: Db,
  context: Context,
  course: string,
  { waits, after }: { waits?: "yes" | undefined; after?: string | undefined },
): Promise<Asked> {
  return db.readSchool(context, async (tx) => {
    const { draft } = await existing(tx, course);
    const { cohorts } = staffScope(context);
    const rows = await pageOfQuestions(tx, {
      course,
      item: null,
      waits: waits === "yes",
      cohorts,
      hidden: true,
      after: placeOf(after),
      most: PAGE + 1,
    });
    const page = rows.slice(0, PAGE);
    const titles = itemTitles(draft);
    const questions = await withAnswers(tx, page, null, true);
    return {
      questions: questions.map((found, i) => {
        const row = page[i] as QuestionRow;
        return {
          ...found,
          lesson: row.item,
          title: titles.get(row.item) ?? "a lesson that was removed",
          enrollment: context.may("people.see") ? row.enrollment : null,
        };
      }),
      waiting: await countWaiting(tx, course, cohorts),
      next: pageAfter(rows),
    };
  });
}

/** Authors answer for their courses, whoever asks; instructors for their cohorts. */
function staffScope(context: Context): { cohorts: string[] | null } {
  return { cohorts: context.role === "author" ? null : context.cohorts };
}

async function theirs(
  tx: SchoolTransaction,
  context: Context,
  course: string,
  id: string,
): Promise<QuestionRow> {
  const row = await readQuestion(tx, id, true);
  const cohort = row?.enrollment ? await cohortOf(tx, row.enrollment) : null;
  const reached = isTheirs({ ...context, ...staffScope(context) }, cohort);
  if (!row || row.course !== course || !reached) throw notFound("There is no such question.");
  return row;
}

/** An answer of the school's is told to whoever asked, once: they may not come by for days. */
async function tellAsker(
  tx: SchoolTransaction,
  context: Context,
  baseUrl: string,
  row: QuestionRow,
  text: string,
): Promise<void> {
  const person = row.enrollment === null ? null : await readAddress(tx, row.enrollment);
  if (!person) return;
  const { draft } = await existing(tx, row.course);
  const title = itemTitles(draft).get(row.item) ?? draft.title;
  await follow(tx, context.school, "mail", {
    to: person.email,
    ...writeLetter({
      subject: `Your question about “${title}” was answered`,
      from: await schoolInMail(tx),
      greeting: `Hello ${inMail(person.name)},`,
      says: [
        `You asked: “${inMail(row.text)}”`,
        `${inMail(context.who.name)} answers:`,
        ...text.split(/\n{2,}/),
      ],
      button: {
        label: "To the lesson",
        url: `${baseUrl}/${context.slug}/shelf/${row.enrollment}/${row.item}`,
      },
    }),
  });
}

export async function answerQuestion(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  course: string,
  id: string,
  said: { text: string; key: string },
): Promise<Question> {
  return db.withSchool(context, async (tx) => {
    const row = await theirs(tx, context, course, id);
    const added = await insertAnswer(tx, context.school, {
      id: named(context, said.key),
      question: row.id,
      enrollment: null,
      name: context.who.name,
      staff: true,
      text: said.text,
      at: formatInstant(context.now),
    });
    await setWaits(tx, row.id, false);
    if (added) await tellAsker(tx, context, baseUrl, row, said.text);
    return one(tx, row.id, null, true);
  });
}

export async function hideAsked(
  { db }: Db,
  context: Context,
  course: string,
  id: string,
  { answer, hidden }: { answer: string | null; hidden: boolean },
): Promise<Question> {
  return db.withSchool(context, async (tx) => {
    await theirs(tx, context, course, id);
    if (!(await setHidden(tx, id, answer, hidden))) throw notFound("This answer is gone.");
    return one(tx, id, null, true);
  });
}
