/** Attempts and the answers saved in them, in the database. What an attempt came to is kept beside it, for lists. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export interface AttemptRow {
  id: string;
  enrollment: string;
  course: string;
  item: string;
  lesson: string;
  number: number;
  key: string;
  startedAt: string;
  submittedAt: string | null;
  asked: string[];
  /** As they were worked out last. */
  until: string | null;
  endedAt: string | null;
}

export interface SavedAnswer {
  attempt: string;
  key: string;
  question: string;
  answer: unknown;
  at: string;
  arrivedAt: string;
}

const ATTEMPT = [
  "id",
  "enrollment_id as enrollment",
  "course_id as course",
  "item",
  "lesson_id as lesson",
  "number",
  "key",
  "started_at as startedAt",
  "submitted_at as submittedAt",
  "asked",
  "until_at as until",
  "ended_at as endedAt",
] as const;

/** The attempts of some people at one lesson, in order. */
export async function readAttempts(
  tx: SchoolTransaction,
  enrollments: readonly string[],
  item: string,
): Promise<AttemptRow[]> {
  if (enrollments.length === 0) return [];
  return tx
    .selectFrom("quiz_attempt")
    .select(ATTEMPT)
    .where("enrollment_id", "in", [...enrollments])
    .where("item", "=", item)
    .orderBy("enrollment_id")
    .orderBy("number")
    .execute();
}

export async function readAttempt(
  tx: SchoolTransaction,
  id: string,
  hold: "no" | "beside" | "alone" = "no",
): Promise<AttemptRow | null> {
  const row = await tx
    .selectFrom("quiz_attempt")
    .select(ATTEMPT)
    .where("id", "=", id)
    .$if(hold === "beside", (query) => query.forShare())
    .$if(hold === "alone", (query) => query.forUpdate())
    .executeTakeFirst();
  return row ?? null;
}

/** Whether an enrollment is this person's. */
export async function isTheirEnrollment(
  tx: SchoolTransaction,
  enrollment: string,
  person: string | null,
): Promise<boolean> {
  if (person === null) return false;
  const row = await tx
    .selectFrom("enrollment")
    .select("id")
    .where("id", "=", enrollment)
    .where("person_id", "=", person)
    .executeTakeFirst();
  return row !== undefined;
}

/** Every answer saved in some attempts, as it came. */
export async function readAnswers(
  tx: SchoolTransaction,
  attempts: readonly string[],
): Promise<SavedAnswer[]> {
  if (attempts.length === 0) return [];
  return tx
    .selectFrom("quiz_answer")
    .select([
      "attempt_id as attempt",
      "key",
      "question_id as question",
      "answer",
      "at",
      "arrived_at as arrivedAt",
    ])
    .where("attempt_id", "in", [...attempts])
    .orderBy("attempt_id")
    .orderBy("place")
    .execute();
}

export async function countAnswers(tx: SchoolTransaction, attempt: string): Promise<number> {
  const { rows } = await sql<{ count: number }>`
    select count(*)::int as count from quiz_answer where attempt_id = ${attempt}
  `.execute(tx);
  return rows[0]?.count ?? 0;
}

export async function insertAttempt(
  tx: SchoolTransaction,
  school: SchoolId,
  attempt: Omit<AttemptRow, "submittedAt" | "endedAt">,
  possible: number,
): Promise<void> {
  await tx
    .insertInto("quiz_attempt")
    .values({
      school_id: school,
      id: attempt.id,
      enrollment_id: attempt.enrollment,
      course_id: attempt.course,
      item: attempt.item,
      lesson_id: attempt.lesson,
      number: attempt.number,
      key: attempt.key,
      started_at: attempt.startedAt,
      submitted_at: null,
      asked: attempt.asked,
      until_at: attempt.until,
      ended_at: null,
      earned: null,
      possible,
      score: null,
      passed: null,
    })
    .execute();
}

/** Keeps answers as they came; one whose key is there already is there already. */
export async function insertAnswers(
  tx: SchoolTransaction,
  school: SchoolId,
  answers: readonly SavedAnswer[],
): Promise<void> {
  await sql`
    insert into quiz_answer (school_id, attempt_id, key, question_id, answer, at, arrived_at)
    select ${school}, g.attempt, g.key, g.question, nullif(g.answer, 'null'::jsonb), g.at, g."arrivedAt"
    from rows from (jsonb_to_recordset(${JSON.stringify(answers)}::jsonb) as (attempt text, key text,
      question text, answer jsonb, at timestamptz, "arrivedAt" timestamptz)) with ordinality
      g (attempt, key, question, answer, at, "arrivedAt", place)
    order by g.place
    on conflict do nothing
  `.execute(tx);
}

export async function setSubmitted(tx: SchoolTransaction, id: string, at: string): Promise<void> {
  await tx.updateTable("quiz_attempt").set({ submitted_at: at }).where("id", "=", id).execute();
}

/** What an attempt came to. */
export interface Outcome {
  id: string;
  until: string | null;
  endedAt: string | null;
  earned: number | null;
  possible: number;
  score: number | null;
  passed: boolean | null;
}

/**
 * Writes down what attempts came to, where that is not what stands there. One whose time was up counts as handed in at
 * that instant: were the limit changed afterwards, it would run again else.
 */
export async function setOutcomes(
  tx: SchoolTransaction,
  outcomes: readonly Outcome[],
): Promise<void> {
  if (outcomes.length === 0) return;
  await sql`
    update quiz_attempt a set until_at = o."until", ended_at = o."endedAt", earned = o.earned,
      possible = o.possible, score = o.score, passed = o.passed,
      submitted_at = coalesce(a.submitted_at, o."endedAt")
    from jsonb_to_recordset(${JSON.stringify(outcomes)}::jsonb) as o (id text, "until" timestamptz,
      "endedAt" timestamptz, earned float8, possible float8, score float8, passed boolean)
    where a.id = o.id and (a.until_at, a.ended_at, a.earned, a.possible, a.score, a.passed)
      is distinct from (o."until", o."endedAt", o.earned, o.possible, o.score, o.passed)
  `.execute(tx);
}

export interface AttemptsAsked {
  course: string;
  item: string;
  state: "passed" | "failed" | "running" | undefined;
  /** The cohorts whose people one may see; null: all. */
  cohorts: readonly string[] | null;
  after: { at: string; id: string } | null;
  most: number;
}

export interface AttemptSeenRow {
  id: string;
  enrollment: string;
  name: string;
  number: number;
  startedAt: string;
  endedAt: string | null;
  score: number | null;
  passed: boolean | null;
}

/** A page of the attempts at a lesson, the newest first. */
export async function pageOfAttempts(
  tx: SchoolTransaction,
  { course, item, state, cohorts, after, most }: AttemptsAsked,
): Promise<AttemptSeenRow[]> {
  const { rows } = await sql<AttemptSeenRow>`
    select a.id, a.enrollment_id as enrollment, p.name, a.number, a.started_at as "startedAt",
      a.ended_at as "endedAt", a.score, a.passed
    from quiz_attempt a
    join enrollment e on e.school_id = a.school_id and e.id = a.enrollment_id
    join person p on p.school_id = e.school_id and p.id = e.person_id
    where a.course_id = ${course} and a.item = ${item}
      ${cohorts === null ? sql`` : sql`and e.cohort_id = any(${[...cohorts]})`}
      ${state === undefined ? sql`` : state === "running" ? sql`and a.ended_at is null` : sql`and a.passed = ${state === "passed"}`}
      ${after === null ? sql`` : sql`and (a.started_at, a.id) < (${after.at}::timestamptz, ${after.id})`}
    order by a.started_at desc, a.id desc limit ${most}
  `.execute(tx);
  return rows;
}

/** The people with attempts at what stands in a lesson, in whatever course, page by page. */
export async function pageOfTakers(
  tx: SchoolTransaction,
  lesson: string,
  after: string,
  most: number,
): Promise<{ enrollment: string; course: string; item: string }[]> {
  const { rows } = await sql<{ enrollment: string; course: string; item: string }>`
    select distinct enrollment_id as enrollment, course_id as course, item from quiz_attempt
    where lesson_id = ${lesson} and enrollment_id > ${after} order by enrollment_id limit ${most}
  `.execute(tx);
  return rows;
}

/** The newest people who began an attempt at a lesson of a course. */
export async function newestTakers(
  tx: SchoolTransaction,
  course: string,
  item: string,
  cohorts: readonly string[] | null,
  most: number,
): Promise<string[]> {
  const { rows } = await sql<{ enrollment: string }>`
    select a.enrollment_id as enrollment from quiz_attempt a
    join enrollment e on e.school_id = a.school_id and e.id = a.enrollment_id
    where a.course_id = ${course} and a.item = ${item} and a.number = 1
      ${cohorts === null ? sql`` : sql`and e.cohort_id = any(${[...cohorts]})`}
    order by a.started_at desc, a.id desc limit ${most}
  `.execute(tx);
  return rows.map(({ enrollment }) => enrollment);
}

/** How many attempts at what stands in a lesson are on record, up to so many. */
export async function countTaken(
  tx: SchoolTransaction,
  lesson: string,
  most: number,
): Promise<number> {
  const { rows } = await sql<{ count: number }>`
    select count(*)::int as count from (
      select from quiz_attempt where lesson_id = ${lesson} limit ${most}) taken
  `.execute(tx);
  return rows[0]?.count ?? 0;
}

export interface Given {
  enrollment: string;
  item: string;
  minutes: number;
  attempts: number;
  reason: string;
}

/** What some people were given on top, at one lesson or at all. */
export async function readGiven(
  tx: SchoolTransaction,
  enrollments: readonly string[],
  item: string | null,
): Promise<Given[]> {
  if (enrollments.length === 0) return [];
  return tx
    .selectFrom("quiz_allowance")
    .select(["enrollment_id as enrollment", "item", "minutes", "attempts", "reason"])
    .where("enrollment_id", "in", [...enrollments])
    .$if(item !== null, (query) => query.where("item", "=", item as string))
    .execute();
}

export async function putGiven(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  { enrollment, item, minutes, attempts, reason }: Given,
): Promise<void> {
  await sql`
    insert into quiz_allowance (school_id, enrollment_id, item, course_id, minutes, attempts, reason)
    values (${school}, ${enrollment}, ${item}, ${course}, ${minutes}, ${attempts}, ${reason})
    on conflict (school_id, enrollment_id, item) do update set minutes = excluded.minutes,
      attempts = excluded.attempts, reason = excluded.reason, author = excluded.author,
      author_kind = excluded.author_kind, author_id = excluded.author_id, created_at = excluded.created_at
  `.execute(tx);
}
