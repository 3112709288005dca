/** Questions under lessons and their answers, in the database. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../../db/connection";

const COLUMNS = [
  "id",
  "course_id as course",
  "item",
  "enrollment_id as enrollment",
  "name",
  "place",
  "text",
  "asked_at as at",
  "waits",
  "hidden",
] as const;

export type QuestionRow = Awaited<ReturnType<typeof readQuestion>> & object;

/** A place in a list by time: an instant, and what was asked then. */
export type Place = readonly [at: string, id: string];

interface Wanted {
  course: string;
  /** Under one lesson; null: in the whole course. */
  item: string | null;
  /** Only those that wait for somebody of the school, the oldest first; else the newest first. */
  waits: boolean;
  /** Only what people of these cohorts asked; null: of all. */
  cohorts: readonly string[] | null;
  /** What is out of sight too. */
  hidden: boolean;
  after: Place | null;
  most: number;
}

export async function pageOfQuestions(
  tx: SchoolTransaction,
  { course, item, waits, cohorts, hidden, after, most }: Wanted,
) {
  const way = waits ? "asc" : "desc";
  return tx
    .selectFrom("question")
    .select(COLUMNS)
    .where("course_id", "=", course)
    .$if(item !== null, (query) => query.where("item", "=", item as string))
    .$if(waits, (query) => query.where("waits", "=", true))
    .$if(!hidden || waits, (query) => query.where("hidden", "=", false))
    .$if(cohorts !== null, (query) => query.where(ofCohorts(cohorts as string[])))
    .$if(after !== null, (query) =>
      query.where(
        waits
          ? sql<boolean>`(asked_at, id) > (${after?.[0]}, ${after?.[1]})`
          : sql<boolean>`(asked_at, id) < (${after?.[0]}, ${after?.[1]})`,
      ),
    )
    .orderBy("asked_at", way)
    .orderBy("id", way)
    .limit(most)
    .execute();
}

const ofCohorts = (cohorts: readonly string[]) =>
  sql<boolean>`exists (select 1 from enrollment e where e.school_id = question.school_id
    and e.id = question.enrollment_id and e.cohort_id = any(${[...cohorts]}))`;

/** How many questions of a course wait for somebody of the school; counted to a thousand. */
export async function countWaiting(
  tx: SchoolTransaction,
  course: string,
  cohorts: readonly string[] | null,
): Promise<number> {
  const { rows } = await sql<{ count: string }>`
    select count(*) from (
      select 1 from question where course_id = ${course} and waits and not hidden
        and ${cohorts === null ? sql`true` : ofCohorts(cohorts)}
      limit 1000) counted
  `.execute(tx);
  return Number(rows[0]?.count ?? 0);
}

/** The answers to some questions, in the order in which they came. */
export async function answersTo(tx: SchoolTransaction, questions: readonly string[]) {
  if (questions.length === 0) return [];
  return tx
    .selectFrom("question_answer")
    .select([
      "id",
      "question_id as question",
      "enrollment_id as enrollment",
      "name",
      "staff",
      "text",
      "answered_at as at",
      "hidden",
    ])
    .where("question_id", "in", questions)
    .orderBy("answered_at")
    .orderBy("id")
    .execute();
}

export async function readQuestion(tx: SchoolTransaction, id: string, hold = false) {
  const row = await tx
    .selectFrom("question")
    .select(COLUMNS)
    .where("id", "=", id)
    .$if(hold, (query) => query.forUpdate())
    .executeTakeFirst();
  return row ?? null;
}

export async function cohortOf(tx: SchoolTransaction, enrollment: string): Promise<string | null> {
  const row = await tx
    .selectFrom("enrollment")
    .select("cohort_id")
    .where("id", "=", enrollment)
    .executeTakeFirst();
  return row?.cohort_id ?? null;
}

/** Asks; where it was asked already (by the same press), nothing is added. */
export async function insertQuestion(
  tx: SchoolTransaction,
  school: SchoolId,
  question: {
    id: string;
    course: string;
    item: string;
    enrollment: string;
    name: string;
    place: number | null;
    text: string;
    at: string;
  },
): Promise<void> {
  const { course, enrollment, at, ...rest } = question;
  await tx
    .insertInto("question")
    .values({
      ...rest,
      school_id: school,
      course_id: course,
      enrollment_id: enrollment,
      asked_at: at,
      waits: true,
    })
    .onConflict((on) => on.columns(["school_id", "id"]).doNothing())
    .execute();
}

export async function insertAnswer(
  tx: SchoolTransaction,
  school: SchoolId,
  answer: {
    id: string;
    question: string;
    enrollment: string | null;
    name: string;
    staff: boolean;
    text: string;
    at: string;
  },
): Promise<boolean> {
  const { question, enrollment, at, ...rest } = answer;
  const { numInsertedOrUpdatedRows } = await tx
    .insertInto("question_answer")
    .values({
      ...rest,
      school_id: school,
      question_id: question,
      enrollment_id: enrollment,
      answered_at: at,
    })
    .onConflict((on) => on.columns(["school_id", "id"]).doNothing())
    .executeTakeFirst();
  return (numInsertedOrUpdatedRows ?? 0n) > 0n;
}

export async function setWaits(tx: SchoolTransaction, id: string, waits: boolean): Promise<void> {
  await tx.updateTable("question").set({ waits }).where("id", "=", id).execute();
}

/** Takes a question, or one of its answers, out of sight, or brings it back; false where it is not there. */
export async function setHidden(
  tx: SchoolTransaction,
  question: string,
  answer: string | null,
  hidden: boolean,
): Promise<boolean> {
  const { numUpdatedRows } =
    answer === null
      ? await tx
          .updateTable("question")
          .set({ hidden })
          .where("id", "=", question)
          .executeTakeFirst()
      : await tx
          .updateTable("question_answer")
          .set({ hidden })
          .where("id", "=", answer)
          .where("question_id", "=", question)
          .executeTakeFirst();
  return numUpdatedRows > 0n;
}
