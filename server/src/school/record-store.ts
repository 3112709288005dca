/** The record of changes, as it is read. */
import type { ChangesQuery } from "@dawngate/contract/record";
import { type RawBuilder, sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";

export interface ChangeRead {
  number: number;
  at: string;
  author: string;
  author_kind: string;
  author_id: string;
  what: string;
  act: "added" | "changed" | "removed";
  subject: string;
  name: string | null;
  course: string | null;
  person: string | null;
  before: Record<string, unknown> | null;
  after: Record<string, unknown> | null;
}

export type Filter = Omit<ChangesQuery, "from" | "through"> & { since?: string; until?: string };

/** What is on record, the newest first, below a number. */
export async function readChanges(
  tx: SchoolTransaction,
  { what, by, course, person, since, until, before }: Filter,
  most: number,
): Promise<ChangeRead[]> {
  const such: RawBuilder<unknown>[] = [sql`c.number is not null`];
  if (what) such.push(sql`c.what = ${what}`);
  if (by) such.push(sql`c.author_id = ${by}`);
  if (course) such.push(sql`c.course = ${course}`);
  if (person) such.push(sql`c.person = ${person}`);
  if (since) such.push(sql`c.at >= ${since}::timestamptz`);
  if (until) such.push(sql`c.at < ${until}::timestamptz`);
  if (before) such.push(sql`c.number < ${before}`);
  const { rows } = await sql<Omit<ChangeRead, "number"> & { number: string }>`
    select c.number, c.at, c.author, c.author_kind, c.author_id, c.what, c.act, c.subject,
      case c.what
        when 'course' then (select x.title from course_draft x where x.course_id = c.subject)
        when 'course_draft' then (select x.title from course_draft x where x.course_id = c.subject)
        when 'course_page' then (select x.title from course_draft x where x.course_id = c.subject)
        when 'course_cover' then (select x.title from course_draft x where x.course_id = c.subject)
        when 'course_version' then (select x.title from course_draft x where x.course_id = c.course)
        when 'cohort' then (select x.name from cohort x where x.id = c.subject limit 1)
        when 'person' then (select x.name from person x where x.id = c.subject)
        when 'enrollment' then (select x.name from person x where x.id = c.person)
        when 'enrollment_event' then (select x.name from person x where x.id = c.person)
        when 'own_field' then (select x.terms ->> 'name' from own_field x where x.id = c.subject)
        when 'own_value' then (select x.terms ->> 'name' from own_field x where x.id = c.subject)
        when 'member' then (select x.name from member x where x.user_id = c.subject)
        when 'cohort_instructor' then (select x.name from member x where x.user_id = c.subject)
        when 'course_author' then (select x.name from member x where x.user_id = c.subject)
        when 'handover' then (select x.name from member x where x.user_id = c.subject)
      end as name,
      c.course, c.person, c.before, c.after
    from change c where ${sql.join(such, sql` and `)}
    order by c.number desc limit ${most}
  `.execute(tx);
  return rows.map((row) => ({ ...row, number: Number(row.number) }));
}

/** The latest change of each of the school's own columns, since it was made. */
export async function readLastSet(tx: SchoolTransaction) {
  const { rows } = await sql<{
    column: string;
    at: string;
    author: string;
    author_kind: string;
    author_id: string;
  }>`
    select distinct on (k.name) k.name as "column", c.at, c.author, c.author_kind, c.author_id
    from change c cross join lateral jsonb_object_keys(c.after) k (name)
    where c.what = 'school' and c.act = 'changed' and c.number is not null
    order by k.name, c.number desc
  `.execute(tx);
  return rows;
}

/** Who is on record: the staff, as they are called now. */
export async function readAuthors(tx: SchoolTransaction) {
  return tx
    .selectFrom("member")
    .select(["user_id as id", "name"])
    .orderBy("name")
    .limit(100)
    .execute();
}

/**
 * How many rows there are, and the first whose hash is not what it follows from, or before which one is missing; the
 * last one's hash stands beside, so that rows taken from the end show too.
 */
export async function checkChain(
  tx: SchoolTransaction,
): Promise<{ rows: number; broken: number | null }> {
  const { rows } = await sql<{ rows: string; broken: string | null; head: string; end: boolean }>`
    with chained as (
      select c.number, c.hash, c.redacted,
        lag(c.hash, 1, ''::bytea) over w as previous, lag(c.number, 1, 0::bigint) over w as above,
        c.redacted or c.body = change_body(c) as body_holds, c
      from change c where c.number is not null window w as (order by c.number)
    ), off as (
      select min(number) as number from chained
      where number <> above + 1 or not body_holds
        or hash is distinct from change_hash(previous, c)
    )
    select (select count(*) from chained) as rows, (select number from off) as broken,
      coalesce((select h.number from change_head h), 0) as head,
      coalesce((select h.hash from change_head h), '') =
        coalesce((select hash from chained order by number desc limit 1), '') as end
  `.execute(tx);
  const [found] = rows;
  const count = Number(found?.rows ?? 0);
  if (found?.broken != null) return { rows: count, broken: Number(found.broken) };
  if (Number(found?.head ?? 0) !== count || !found?.end) return { rows: count, broken: count + 1 };
  return { rows: count, broken: null };
}
