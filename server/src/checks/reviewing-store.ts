/** Reviewing, in the database: the queue, whose it is, and what was said. */
import type { AssignmentState, Remark } from "@dawngate/core/lessons/assignment";
import type { Marks, Rubric } from "@dawngate/core/lessons/rubric";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import type { Reach } from "../school/context";

const reached = ({ cohorts, courses }: Reach) => sql`
  ${cohorts === null ? sql`true` : sql`e.cohort_id = any(${[...cohorts]}::text[])`}
  and ${courses === null ? sql`true` : sql`a.course_id = any(${[...courses]}::text[])`}`;

/**
 * Whose it becomes to review: of those who lead the person's cohort, whoever has the fewest waiting, then the fewest in
 * all; whoever had it before keeps it. Null: nobody leads it, so anybody may. One at a time, so that it stays even.
 */
export async function shareOut(
  tx: SchoolTransaction,
  cohort: string | null,
  before: string | null,
): Promise<string | null> {
  if (before !== null) {
    const still = await tx
      .selectFrom("member")
      .select("user_id")
      .where("user_id", "=", before)
      .executeTakeFirst();
    if (still) return before;
  }
  if (cohort === null) return null;
  await sql`select pg_advisory_xact_lock(hashtextextended(${`reviews of ${cohort}`}, 0))`.execute(
    tx,
  );
  const { rows } = await sql<{ id: string }>`
    select i.user_id as id from cohort_instructor i
    join member m on m.school_id = i.school_id and m.user_id = i.user_id
    cross join lateral (select count(*) filter (where a.state = 'waiting') as waiting, count(*) as all
      from assignment a where a.school_id = i.school_id and a.reviewer_id = i.user_id) has
    where i.cohort_id = ${cohort}
    order by has.waiting, has.all, i.user_id limit 1
  `.execute(tx);
  return rows[0]?.id ?? null;
}

export interface QueueAsked extends Reach {
  state: AssignmentState;
  /** Only what is this account's, or anybody's; null: whoever's. */
  mine: string | null;
  course: string | null;
  lesson: string | null;
  after: { at: string; id: string } | null;
  most: number;
}

export interface QueueRow {
  id: string;
  enrollment: string;
  name: string;
  course: string;
  courseTitle: string;
  item: string;
  number: number;
  /** When it was handed in; and when it came to its state, by which it is ordered. */
  at: string;
  since: string;
  late: boolean;
  state: AssignmentState;
  reviewer: string | null;
  reviewerId: string | null;
  earned: number | null;
  possible: number | null;
  version: number | null;
}

/** A page of what was handed in: what waits, the longest waiting first; else the newest first. */
export async function pageOfQueue(tx: SchoolTransaction, asked: QueueAsked): Promise<QueueRow[]> {
  const { state, mine, course, lesson, after, most } = asked;
  const way = state === "waiting" ? sql`asc` : sql`desc`;
  const beyond = state === "waiting" ? sql`>` : sql`<`;
  const { rows } = await sql<QueueRow>`
    select s.id, a.enrollment_id as enrollment, p.name, a.course_id as course, d.title as "courseTitle", a.item,
      s.number, s.at, a.at as since, s.late, a.state, m.name as reviewer, m.user_id as "reviewerId",
      s.earned, s.possible, c.current_version as version
    from assignment a
    join submission s on s.school_id = a.school_id and s.id = a.submission_id
    join enrollment e on e.school_id = a.school_id and e.id = a.enrollment_id
    join person p on p.school_id = e.school_id and p.id = e.person_id
    join course c on c.school_id = a.school_id and c.id = a.course_id
    join course_draft d on d.school_id = a.school_id and d.course_id = a.course_id
    left join member m on m.school_id = a.school_id and m.user_id = a.reviewer_id
    where a.state = ${state} and a.state <> 'writing' and ${reached(asked)}
      ${mine === null ? sql`` : sql`and (m.user_id is null or m.user_id = ${mine})`}
      ${course === null ? sql`` : sql`and a.course_id = ${course}`}
      ${lesson === null ? sql`` : sql`and a.item = ${lesson}`}
      ${after === null ? sql`` : sql`and (a.at, a.submission_id) ${beyond} (${after.at}::timestamptz, ${after.id})`}
    order by a.at ${way}, a.submission_id ${way} limit ${most}
  `.execute(tx);
  return rows;
}

/** How many wait for an account or for anybody, counted to a thousand. */
export async function countWaiting(
  tx: SchoolTransaction,
  reach: Reach,
  account: string,
): Promise<number> {
  const { rows } = await sql<{ count: number }>`
    select count(*)::int as count from (
      select from assignment a
      join enrollment e on e.school_id = a.school_id and e.id = a.enrollment_id
      left join member m on m.school_id = a.school_id and m.user_id = a.reviewer_id
      where a.state = 'waiting' and ${reached(reach)} and (m.user_id is null or m.user_id = ${account})
      limit 1000) counted
  `.execute(tx);
  return rows[0]?.count ?? 0;
}

/** What waits after a place in the queue, for an account or for anybody; from its beginning, where nothing stands after it. */
export async function nextWaiting(
  tx: SchoolTransaction,
  reach: Reach,
  account: string,
  than: { since: string; id: string },
): Promise<string | null> {
  for (const after of [{ at: than.since, id: than.id }, null]) {
    const asked = {
      ...reach,
      state: "waiting",
      mine: account,
      course: null,
      lesson: null,
    } as const;
    const found = await pageOfQueue(tx, { ...asked, after, most: 2 });
    const next = found.find(({ id }) => id !== than.id);
    if (next) return next.id;
  }
  return null;
}

/** What is said of a submission. */
export interface Said {
  at: string;
  name: string;
  account: string | null;
  decision: "accepted" | "returned";
  words: string;
  remarks: readonly Remark[];
  marks: Marks;
  criteria: Rubric;
  earned: number | null;
  possible: number | null;
}

export async function setReview(tx: SchoolTransaction, id: string, said: Said): Promise<void> {
  await tx
    .updateTable("submission")
    .set({
      reviewed_at: said.at,
      reviewer: said.name,
      reviewer_id: said.account,
      decision: said.decision,
      words: said.words,
      remarks: JSON.stringify(said.remarks),
      marks: JSON.stringify(said.marks),
      criteria: JSON.stringify(said.criteria),
      earned: said.earned,
      possible: said.possible,
    })
    .where("id", "=", id)
    .execute();
}

export async function setReviewer(
  tx: SchoolTransaction,
  enrollment: string,
  item: string,
  account: string | null,
): Promise<void> {
  await tx
    .updateTable("assignment")
    .set({ reviewer_id: account })
    .where("enrollment_id", "=", enrollment)
    .where("item", "=", item)
    .execute();
}

/** How a member of the staff is called; null: they are none any more. */
export async function memberName(tx: SchoolTransaction, account: string): Promise<string | null> {
  const row = await tx
    .selectFrom("member")
    .select("name")
    .where("user_id", "=", account)
    .executeTakeFirst();
  return row?.name ?? null;
}

/** Whom to tell that something waits: nobody to whom something else is shared out that waits, or who wants no mail. */
export async function toTellOf(
  tx: SchoolTransaction,
  reviewer: string,
  { enrollment, item }: { enrollment: string; item: string },
): Promise<{ name: string; email: string } | null> {
  const { rows } = await sql<{ name: string; email: string }>`
    select m.name, m.email from member m
    where m.user_id = ${reviewer} and m.review_mail and not exists (
      select from assignment a where a.school_id = m.school_id and a.reviewer_id = m.user_id
        and a.state = 'waiting' and (a.enrollment_id, a.item) <> (${enrollment}, ${item}))
  `.execute(tx);
  return rows[0] ?? null;
}

/** Whether somebody is written to; null: they lead no cohort, and nothing is shared out to them. */
export async function reviewMailOf(
  tx: SchoolTransaction,
  account: string,
): Promise<boolean | null> {
  const { rows } = await sql<{ on: boolean }>`
    select m.review_mail as on from member m where m.user_id = ${account} and exists (
      select from cohort_instructor i where i.school_id = m.school_id and i.user_id = m.user_id)
  `.execute(tx);
  return rows[0]?.on ?? null;
}

export async function setReviewMailOf(
  tx: SchoolTransaction,
  account: string,
  on: boolean,
): Promise<void> {
  await tx.updateTable("member").set({ review_mail: on }).where("user_id", "=", account).execute();
}
