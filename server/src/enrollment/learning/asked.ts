/** What people ask in a course, for whoever of the school answers: answered, and kept fit to be read. */
import type { Asked, Question } from "@dawngate/contract/learning";
import { spokenIn } from "@dawngate/core/notices";
import { itemTitles } from "@dawngate/core/plan/titles";
import { formatInstant } from "@dawngate/core/time";
import { writeLetter } from "../../base/letter";
import { notFound } from "../../base/problem";
import { existing } from "../../courses/authoring";
import type { SchoolTransaction } from "../../db/connection";
import { follow } from "../../jobs/outbox";
import { languageRead } from "../../people/store";
import { type Context, isTheirs, reachOf } from "../../school/context";
import { inMail, schoolInMail } from "../../school/in-mail";
import type { Services } from "../../school/kit";
import { readAddress } from "../store";
import { named, one, PAGE, pageAfter, placeOf, withAnswers } from "./questions";
import {
  cohortOf,
  countWaiting,
  insertAnswer,
  pageOfQuestions,
  type QuestionRow,
  readQuestion,
  setHidden,
  setWaits,
} from "./questions-store";

type Db = Pick<Services, "db">;

/** What people ask in a course; instructors see their own cohorts' questions. */
export async function showAsked(
  { db }: Db,
  context: Context,
  course: string,
  { waits, after }: { waits?: "yes" | undefined; after?: string | undefined },
): Promise<Asked> {
  return db.readSchool(context, async (tx) => {
    const { draft } = await existing(tx, course);
    const { cohorts } = reachOf(context);
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

async function theirs(
  tx: SchoolTransaction,
  context: Context,
  course: string,
  id: string,
): Promise<QuestionRow> {
  const row = await readQuestion(tx, id, true);
  const cohort = row?.enrollment ? await cohortOf(tx, row.enrollment) : null;
  const reached = isTheirs(reachOf(context), cohort);
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
  const language = await languageRead(tx, person.person);
  const { hello, letters } = spokenIn(language);
  const title = itemTitles(draft).get(row.item) ?? draft.title;
  await follow(tx, context.school, "mail", {
    to: person.email,
    ...writeLetter({
      language,
      subject: letters.answered.subject(title),
      from: await schoolInMail(tx),
      greeting: hello(inMail(person.name)),
      says: [
        letters.answered.asked(inMail(row.text)),
        letters.answered.by(inMail(context.who.name)),
        ...text.split(/\n{2,}/),
      ],
      button: {
        label: letters.toLesson,
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
