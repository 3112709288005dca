/** Answers to surveys, in the database: by person, or in a pool that no way leads out of. */
import { randomBytes, randomInt } from "node:crypto";
import type { SurveyAnswers } from "@dawngate/core/lessons/survey";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

interface Where {
  course: string;
  item: string;
}

export async function insertNamed(
  tx: SchoolTransaction,
  school: SchoolId,
  { course, item }: Where,
  enrollment: string,
  answers: SurveyAnswers,
  at: string,
): Promise<void> {
  await tx
    .insertInto("survey_answer")
    .values({
      school_id: school,
      enrollment_id: enrollment,
      item,
      course_id: course,
      answers: JSON.stringify(answers),
      at,
    })
    .execute();
}

/** So many people's answers stand in one row. */
const ROW_MOST = 40;

/**
 * Keeps answers without a name: among those of others, at a place drawn by chance, in a row that is written anew. So neither
 * the order of rows nor when one was written says whose they are.
 */
export async function insertNameless(
  tx: SchoolTransaction,
  school: SchoolId,
  { course, item }: Where,
  answers: SurveyAnswers,
): Promise<void> {
  const { rows } = await sql<{ id: string; answers: SurveyAnswers[] }>`
    select id, answers from survey_pool
    where course_id = ${course} and item = ${item} and jsonb_array_length(answers) < ${ROW_MOST}
    order by random() limit 1 for update skip locked
  `.execute(tx);
  const [row] = rows;
  const all = row?.answers ?? [];
  all.splice(randomInt(all.length + 1), 0, answers);
  if (row)
    await tx
      .updateTable("survey_pool")
      .set({ answers: JSON.stringify(all) })
      .where("id", "=", row.id)
      .execute();
  else
    await tx
      .insertInto("survey_pool")
      .values({
        school_id: school,
        id: randomBytes(8).toString("hex"),
        course_id: course,
        item,
        answers: JSON.stringify(all),
      })
      .execute();
}

export interface NamedAnswers {
  name: string;
  at: string;
  answers: SurveyAnswers;
}

/** The newest answers by name, of the people one may see. */
export async function readNamed(
  tx: SchoolTransaction,
  { course, item }: Where,
  cohorts: readonly string[] | null,
  most: number,
): Promise<NamedAnswers[]> {
  const { rows } = await sql<NamedAnswers>`
    select p.name, a.at, a.answers from survey_answer a
    join enrollment e on e.school_id = a.school_id and e.id = a.enrollment_id
    join person p on p.school_id = e.school_id and p.id = e.person_id
    where a.course_id = ${course} and a.item = ${item}
      ${cohorts === null ? sql`` : sql`and e.cohort_id = any(${[...cohorts]})`}
    order by a.at desc, a.enrollment_id limit ${most}
  `.execute(tx);
  return rows;
}

/** Answers without a name, in no order. */
export async function readNameless(
  tx: SchoolTransaction,
  { course, item }: Where,
  most: number,
): Promise<SurveyAnswers[]> {
  const { rows } = await sql<{ answers: SurveyAnswers }>`
    select one.answers from survey_pool p, jsonb_array_elements(p.answers) one (answers)
    where p.course_id = ${course} and p.item = ${item} order by random() limit ${most}
  `.execute(tx);
  return rows.map(({ answers }) => answers);
}
