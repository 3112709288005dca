/** Ways into courses, join codes and blocks, in the database. */
import type { Entry } from "@dawngate/core/enrollment";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../../db/connection";
import type { JoinCodeTable } from "../../db/tables/enrollment";

/** A way in as it is kept. */
export interface WayRow {
  cohort: string | null;
  entry: Entry;
  listed: boolean;
  question: string | null;
  domains: string[];
  needs: string[];
  audience: { field: string; says: string[] }[];
  waitlist: { until: string | null; offerHours: number | null } | null;
}

/** What holds where nobody has set anything. */
export const USUAL_WAY: Omit<WayRow, "cohort"> = {
  entry: "anyone",
  listed: true,
  question: null,
  domains: [],
  needs: [],
  audience: [],
  waitlist: null,
};

/** The ways into a course that somebody has set, by their cohort (null: the course itself). */
export async function readWays(tx: SchoolTransaction, course: string) {
  const rows = await tx.selectFrom("way_in").selectAll().where("course_id", "=", course).execute();
  return new Map<string | null, WayRow>(
    rows.map((row) => [
      row.cohort_id,
      {
        cohort: row.cohort_id,
        entry: row.entry,
        listed: row.listed,
        question: row.question,
        domains: row.domains,
        needs: row.needs,
        audience: row.audience,
        waitlist: row.waitlist ? { until: row.waitlist_until, offerHours: row.offer_hours } : null,
      },
    ]),
  );
}

export async function writeWay(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  { cohort, entry, listed, question, domains, needs, audience, waitlist }: WayRow,
): Promise<void> {
  const set = {
    entry,
    listed,
    question,
    domains,
    needs,
    audience: JSON.stringify(audience),
    waitlist: waitlist !== null,
    waitlist_until: waitlist?.until ?? null,
    offer_hours: waitlist?.offerHours ?? null,
  };
  await tx
    .insertInto("way_in")
    .values({ school_id: school, course_id: course, cohort_id: cohort, ...set })
    .onConflict((on) => on.columns(["school_id", "course_id", "cohort_id"]).doUpdateSet(set))
    .execute();
}

/** Courses of a list that somebody has not completed, with their titles. */
export async function notCompleted(
  tx: SchoolTransaction,
  person: string | null,
  courses: readonly string[],
) {
  if (courses.length === 0) return [];
  const { rows } = await sql<{ course: string; title: string }>`
    select c.id as course, coalesce(v.plan ->> 'title', c.id) as title
    from unnest(${courses}::text[]) with ordinality as n (id, place)
    join course c on c.id = n.id
    left join course_version v on v.school_id = c.school_id and v.course_id = c.id
      and v.number = c.current_version
    where not exists (select from enrollment e where e.school_id = c.school_id and e.course_id = c.id
      and e.person_id = ${person} and e.finished_at is not null)
      -- It may be done inside another course.
      and not exists (select from enrollment e where e.school_id = c.school_id
        and e.person_id = ${person} and c.id = any (e.finished_inside))
    order by n.place
  `.execute(tx);
  return rows;
}

/** The titles of published courses, those of a list or (null) the first few hundred of all. */
export async function courseTitles(tx: SchoolTransaction, but: string, most: number) {
  const { rows } = await sql<{ id: string; title: string }>`
    select c.id, v.plan ->> 'title' as title from course c
    join course_version v on v.school_id = c.school_id and v.course_id = c.id
      and v.number = c.current_version
    where c.id <> ${but} and not c.archived order by title, c.id limit ${most}
  `.execute(tx);
  return rows;
}

/** Whether staff keep somebody out of a course, or of the school. */
export async function isBlocked(tx: SchoolTransaction, person: string, course: string) {
  const row = await tx
    .selectFrom("entry_block")
    .select("person_id")
    .where("person_id", "=", person)
    .where((where) => where.or([where("course_id", "is", null), where("course_id", "=", course)]))
    .executeTakeFirst();
  return row !== undefined;
}

export async function readBlocks(tx: SchoolTransaction, person: string) {
  const { rows } = await sql<{ course: string | null; title: string; reason: string; at: string }>`
    select b.course_id as course, coalesce(v.plan ->> 'title', b.course_id) as title, b.reason,
      to_char(b.at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as at
    from entry_block b
    left join course c on c.school_id = b.school_id and c.id = b.course_id
    left join course_version v on v.school_id = c.school_id and v.course_id = c.id
      and v.number = c.current_version
    where b.person_id = ${person} order by b.course_id nulls first
  `.execute(tx);
  return rows;
}

export async function writeBlock(
  tx: SchoolTransaction,
  school: SchoolId,
  block: { person: string; course: string | null; reason: string; at: string },
): Promise<void> {
  const { person, course, reason, at } = block;
  await tx
    .insertInto("entry_block")
    .values({ school_id: school, person_id: person, course_id: course, reason, at })
    .onConflict((on) => on.columns(["school_id", "person_id", "course_id"]).doUpdateSet({ reason }))
    .execute();
}

export async function dropBlock(tx: SchoolTransaction, person: string, course: string | null) {
  await tx
    .deleteFrom("entry_block")
    .where("person_id", "=", person)
    .where("course_id", course === null ? "is" : "=", course)
    .execute();
}

const USED = sql<number>`(select count(*)::integer from join_code_use u
  where u.school_id = join_code.school_id and u.code_id = join_code.id)`;

/** A join code by what is typed; `hold`: nobody else comes in by it until the transaction ends. */
export async function findCode(tx: SchoolTransaction, course: string, code: string, hold: boolean) {
  // Its row is held before its uses are counted.
  if (hold)
    await tx.selectFrom("join_code").select("id").where("code", "=", code).forUpdate().execute();
  return tx
    .selectFrom("join_code")
    .select(["id", "cohort_id as cohort", "most", "until", "domain", "ended_at"])
    .select(USED.as("used"))
    .where("code", "=", code)
    .where("course_id", "=", course)
    .executeTakeFirst();
}

/** A page of a course's codes, the latest first. */
export async function pageOfCodes(
  tx: SchoolTransaction,
  course: string,
  after: readonly [at: string, id: string] | null,
  most: number,
) {
  return tx
    .selectFrom("join_code")
    .select(["id", "code", "cohort_id as cohort", "note", "most", "until", "domain"])
    .select(["made_at", "ended_at"])
    .select(USED.as("used"))
    .where("course_id", "=", course)
    .$if(after !== null, (query) =>
      query.where(sql<boolean>`(made_at, id) < (${after?.[0]}::timestamptz, ${after?.[1]})`),
    )
    .orderBy("made_at", "desc")
    .orderBy("id", "desc")
    .limit(most)
    .execute();
}

/** A join code of a course; null: there is none. */
export async function readCode(tx: SchoolTransaction, course: string, id: string) {
  const row = await tx
    .selectFrom("join_code")
    .select(["code", "cohort_id as cohort", "until", "domain", "ended_at"])
    .where("course_id", "=", course)
    .where("id", "=", id)
    .executeTakeFirst();
  return row ?? null;
}

/** False where another has this code already. */
export async function insertCode(tx: SchoolTransaction, code: JoinCodeTable): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await tx
    .insertInto("join_code")
    .values(code)
    .onConflict((on) => on.columns(["school_id", "code"]).doNothing())
    .executeTakeFirst();
  return numInsertedOrUpdatedRows === 1n;
}

export async function endCode(tx: SchoolTransaction, course: string, id: string, at: string) {
  const { numUpdatedRows } = await tx
    .updateTable("join_code")
    .set({ ended_at: at })
    .where("course_id", "=", course)
    .where("id", "=", id)
    .where("ended_at", "is", null)
    .executeTakeFirst();
  return numUpdatedRows === 1n;
}

export async function noteCodeUse(
  tx: SchoolTransaction,
  school: SchoolId,
  code: string,
  enrollment: string,
): Promise<void> {
  await tx
    .insertInto("join_code_use")
    .values({ school_id: school, code_id: code, enrollment_id: enrollment })
    .execute();
}

/** How many are at each door of a course, by cohort: who asks, who waits, and the codes that have not ended. */
export async function readDoors(tx: SchoolTransaction, course: string) {
  const { rows } = await sql<{ cohort: string | null; what: string; count: number }>`
    select cohort_id as cohort, 'asking' as what, count(*)::integer as count from entry_request
      where course_id = ${course} and state = 'waiting' group by 1
    union all select cohort_id, 'waiting', count(*)::integer from waiting
      where course_id = ${course} and state in ('waiting', 'offered') group by 1
    union all select cohort_id, 'codes', count(*)::integer from join_code
      where course_id = ${course} and ended_at is null group by 1
  `.execute(tx);
  return rows;
}

/** Who a cohort was led by leads another too. */
export async function copyLeaders(tx: SchoolTransaction, from: string, to: readonly string[]) {
  await sql`
    insert into cohort_instructor (school_id, cohort_id, user_id)
    select school_id, k, user_id from cohort_instructor, unnest(${to}::text[]) k where cohort_id = ${from}
  `.execute(tx);
}
