/** Whom to look at, and up to when they were, in the database. */
import type { Language } from "@dawngate/core/notices/languages";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** So many rows are taken over at a time. */
const TAKEN = 1000;

/** Whose dates have changed is to be looked at: taken over from what the changes have left. True: there may be more. */
export async function takeOver(tx: SchoolTransaction, school: SchoolId, now: Instant) {
  const at = formatInstant(now);
  const { rows } = await sql<{ n: number }>`
    with taken as (
      delete from notice_look where id in (
        select id from notice_look where school_id = ${school} order by id limit ${TAKEN}
        for update skip locked)
      returning person_id
    ), put as (
      insert into notice_person (school_id, person_id, looked_at, next_at)
      select distinct ${school}::uuid, t.person_id, ${at}::timestamptz, ${at}::timestamptz
      from taken t join person p on p.school_id = ${school} and p.id = t.person_id
      -- Whoever was forgotten is told nothing.
      where p.email not like '%@invalid'
      order by 2
      on conflict (school_id, person_id) do update
        set next_at = least(notice_person.next_at, excluded.next_at)
    )
    select count(*)::int as n from taken
  `.execute(tx);
  return (rows[0]?.n ?? 0) === TAKEN;
}

export interface Looked {
  person: string;
  key: string;
  name: string;
  email: string;
  timeZone: string;
  /** What they read; null: nobody knows. */
  language: Language | null;
  lookedAt: string;
}

const LOOKED = sql`
  select n.person_id as person, n.key, p.name, p.email, p.time_zone as "timeZone", p.language,
    n.looked_at as "lookedAt"
  from notice_person n join person p on p.school_id = n.school_id and p.id = n.person_id`;

/** Those whose turn it is, held; somebody else's are left to them. */
export async function holdDue(tx: SchoolTransaction, school: SchoolId, now: Instant, most: number) {
  // Held before anything is joined: where all are due at one instant, the index has them in order.
  const { rows } = await sql<Looked>`
    with due as materialized (
      select d.person_id from notice_person d
      where d.school_id = ${school} and d.next_at <= ${formatInstant(now)}::timestamptz
      order by d.next_at, d.person_id limit ${most}
      for update skip locked)
    ${LOOKED}
    where n.person_id in (select person_id from due)
    order by n.next_at, n.person_id
  `.execute(tx);
  return rows;
}

/** Somebody by name, as they are looked at; null where there is nobody, or they were never in anything. */
export async function readLooked(tx: SchoolTransaction, person: string): Promise<Looked | null> {
  const { rows } = await sql<Looked>`
    ${LOOKED}
    where n.person_id = ${person}
  `.execute(tx);
  return rows[0] ?? null;
}

/** The same of several; without those who were never in anything. */
export async function readLookedAll(
  tx: SchoolTransaction,
  people: readonly string[],
): Promise<Looked[]> {
  const { rows } = await sql<Looked>`
    ${LOOKED}
    where n.person_id = any (${people})
  `.execute(tx);
  return rows;
}

/** Whom a key is for; null: nobody. */
export async function personOfKey(tx: SchoolTransaction, key: string): Promise<string | null> {
  const row = await tx
    .selectFrom("notice_person")
    .select("person_id")
    .where("key", "=", key)
    .executeTakeFirst();
  return row?.person_id ?? null;
}

export interface Ahead {
  at: string;
  day: string;
  kind: string;
  course: string | null;
  things: number;
}

/** Somebody as they were looked at: when to look again, and what is to come. */
export interface LookedAt {
  person: string;
  next: Instant;
  ahead: readonly Ahead[];
}

/** They were looked at; what is to come is written anew, and when to look again. */
export async function noteLooked(
  tx: SchoolTransaction,
  school: SchoolId,
  looked: readonly LookedAt[],
  now: Instant,
): Promise<void> {
  const people = looked.map(({ person }) => person);
  await sql`
    delete from notice_ahead where school_id = ${school} and person_id = any (${people})
  `.execute(tx);
  const ahead = looked.flatMap((one) => one.ahead.map((row) => ({ person: one.person, ...row })));
  if (ahead.length > 0)
    await sql`
      insert into notice_ahead (school_id, person_id, at, day, kind, course_id, things)
      select ${school}::uuid, r.person, r.at, r.day, r.kind, r.course, r.things
      from jsonb_to_recordset(${JSON.stringify(ahead)}::jsonb)
        as r (person text, at timestamptz, day date, kind text, course text, things integer)
    `.execute(tx);
  const again = looked.map(({ person, next }) => ({ person, next: formatInstant(next) }));
  await sql`
    update notice_person n set looked_at = ${formatInstant(now)}::timestamptz, next_at = r.next
    from jsonb_to_recordset(${JSON.stringify(again)}::jsonb) as r (person text, next timestamptz)
    where n.school_id = ${school} and n.person_id = any (${people}) and n.person_id = r.person
  `.execute(tx);
}

/** So many people of a sweep are marked at a time. */
const SWEPT = 1000;

/** Marks the next of those who are all to be looked at. True: there may be more. */
export async function sweepSome(tx: SchoolTransaction, school: SchoolId, now: Instant) {
  const { rows } = await sql<{ id: string; course: string | null; after: string }>`
    select id::text as id, course_id as course, after from notice_sweep
    where school_id = ${school} order by id limit 1 for update skip locked
  `.execute(tx);
  const [sweep] = rows;
  if (!sweep) return false;
  const { rows: next } = await sql<{ key: string; person: string }>`${
    sweep.course === null
      ? sql`select person_id as key, person_id as person from notice_person
          where school_id = ${school} and person_id > ${sweep.after}
          order by person_id limit ${SWEPT}`
      : sql`select id as key, person_id as person from enrollment
          where school_id = ${school} and course_id = ${sweep.course} and id > ${sweep.after}
          order by id limit ${SWEPT}`
  }`.execute(tx);
  const people = next.map(({ person }) => person);
  if (people.length > 0)
    await sql`
      insert into notice_look (school_id, person_id)
      select ${school}::uuid, p from unnest(${people}::text[]) p
    `.execute(tx);
  if (next.length < SWEPT)
    await sql`delete from notice_sweep where id = ${sweep.id}::bigint`.execute(tx);
  else
    await sql`
      update notice_sweep set after = ${next.at(-1)?.key ?? ""} where id = ${sweep.id}::bigint
    `.execute(tx);
  while (await takeOver(tx, school, now));
  return true;
}

/** Everybody is looked at again, some at a time: what the school has set has changed. */
export async function lookAtAll(tx: SchoolTransaction, school: SchoolId): Promise<void> {
  await sql`insert into notice_sweep (school_id) values (${school})`.execute(tx);
}

/** Somebody is looked at again: what they want has changed. */
export async function lookAt(tx: SchoolTransaction, school: SchoolId, person: string) {
  await sql`insert into notice_look (school_id, person_id) values (${school}, ${person})`.execute(
    tx,
  );
}
