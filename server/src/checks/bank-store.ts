/** The school's bank of questions, in the database: as it stands, with every change that was made. */
import type { Question } from "@dawngate/core/checks";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export interface BankRow {
  question: Question;
  number: number;
  author: string;
  at: string;
  asked: number;
  usedIn: number;
}

/** So many attempts, and so many lessons, are counted; of more it is enough to know that they are many. */
const COUNTED = 1000;

const bankRow = sql`
  q.body as question, q.number, q.author, q.created_at as at,
  (select count(*)::int from (select from quiz_attempt a where a.school_id = q.school_id
    and a.asked @> array[q.id] limit ${sql.lit(COUNTED)}) asked) as asked,
  (select count(*)::int from (select from quiz_question_use u where u.school_id = q.school_id
    and u.question_id = q.id limit ${sql.lit(COUNTED)}) used) as "usedIn"`;

/** Questions by their names, also those that are asked no more. */
export async function readQuestions(
  tx: SchoolTransaction,
  ids: readonly string[],
  hold = false,
): Promise<Map<string, { question: Question; number: number; retired: boolean }>> {
  if (ids.length === 0) return new Map();
  const rows = await tx
    .selectFrom("quiz_question")
    .select(["body as question", "number", "retired"])
    .where("id", "in", [...new Set(ids)])
    .orderBy("id")
    .$if(hold, (query) => query.forNoKeyUpdate())
    .execute();
  return new Map(rows.map((row) => [row.question.id, row]));
}

/** The questions of these categories that may be drawn, in the order of their names; so many at the most of each. */
export async function readDrawable(
  tx: SchoolTransaction,
  categories: readonly string[],
  most: number,
): Promise<Question[]> {
  if (categories.length === 0) return [];
  const { rows } = await sql<{ body: Question }>`
    select q.body from unnest(${[...new Set(categories)]}::text[]) wanted (category)
    cross join lateral (
      select body, id from quiz_question one
      where one.category = wanted.category and not one.retired order by one.id limit ${most}
    ) q order by wanted.category, q.id
  `.execute(tx);
  return rows.map(({ body }) => body);
}

/** Questions as a bank shows them, by their names. */
export async function readBankRows(
  tx: SchoolTransaction,
  ids: readonly string[],
): Promise<BankRow[]> {
  const { rows } = await sql<BankRow>`
    select ${bankRow} from quiz_question q where q.id = any(${[...ids]}) order by q.id
  `.execute(tx);
  return rows;
}

export interface BankAsked {
  find: string;
  /** Undefined: all; empty: those without one. */
  category: string | undefined;
  after: string | null;
  most: number;
}

/** A page of the bank, by name. */
export async function pageOfBank(
  tx: SchoolTransaction,
  { find, category, after, most }: BankAsked,
): Promise<BankRow[]> {
  const like = `%${find.toLowerCase().replaceAll(/[\\%_]/g, "\\$&")}%`;
  const { rows } = await sql<BankRow>`
    select ${bankRow} from quiz_question q
    where not q.retired
      ${after === null ? sql`` : sql`and q.id > ${after}`}
      ${category === undefined ? sql`` : category === "" ? sql`and q.category is null` : sql`and q.category = ${category}`}
      ${find === "" ? sql`` : sql`and lower(q.body ->> 'text') like ${like}`}
    order by q.id limit ${most}
  `.execute(tx);
  return rows;
}

/** The school's categories with how many questions each holds. */
export async function readCategories(
  tx: SchoolTransaction,
): Promise<{ category: string; count: number }[]> {
  const { rows } = await sql<{ category: string; count: number }>`
    select category, count(*)::int as count from quiz_question
    where not retired and category is not null group by category order by category limit 500
  `.execute(tx);
  return rows;
}

/** Keeps a question as it is now, and as a change of its own. */
export async function putQuestion(
  tx: SchoolTransaction,
  school: SchoolId,
  question: Question,
  number: number,
): Promise<void> {
  const body = JSON.stringify(question);
  await sql`
    insert into quiz_question (school_id, id, number, category, body)
    values (${school}, ${question.id}, ${number}, ${question.category}, ${body}::jsonb)
    on conflict (school_id, id) do update set number = excluded.number, category = excluded.category,
      body = excluded.body, author = excluded.author, author_kind = excluded.author_kind,
      author_id = excluded.author_id, created_at = excluded.created_at
  `.execute(tx);
  await tx
    .insertInto("quiz_question_revision")
    .values({ school_id: school, question_id: question.id, number, body })
    .execute();
}

/** Takes a question out of what can be drawn and found; attempts that asked it keep it. */
export async function retireQuestion(tx: SchoolTransaction, id: string): Promise<void> {
  await tx.updateTable("quiz_question").set({ retired: true }).where("id", "=", id).execute();
}

/** Whether a lesson asks it by name. */
export async function isUsed(tx: SchoolTransaction, id: string): Promise<boolean> {
  const row = await tx
    .selectFrom("quiz_question_use")
    .select("lesson_id")
    .where("question_id", "=", id)
    .limit(1)
    .executeTakeFirst();
  return row !== undefined;
}

/** The courses whose lessons ask one of these questions by name, or whose people were asked it. */
export async function coursesAsking(
  tx: SchoolTransaction,
  questions: readonly string[],
): Promise<string[]> {
  const ids = sql`${[...questions]}::text[]`;
  const { rows } = await sql<{ course: string }>`
    select p.course_id as course from quiz_question_use u
    join lesson_placement p on p.school_id = u.school_id and p.lesson_id = u.lesson_id
    where u.question_id = any(${ids})
    union select course_id from quiz_attempt where asked && ${ids}
  `.execute(tx);
  return rows.map(({ course }) => course);
}

/** The lessons whose attempts have asked one of these questions. */
export async function lessonsAsking(
  tx: SchoolTransaction,
  questions: readonly string[],
): Promise<string[]> {
  const { rows } = await sql<{ lesson: string }>`
    select distinct lesson_id as lesson from quiz_attempt where asked && ${[...questions]}::text[] limit 200
  `.execute(tx);
  return rows.map(({ lesson }) => lesson);
}
