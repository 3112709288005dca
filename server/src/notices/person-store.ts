/** What somebody holds, does not want and was told, in the database. */
import type { Kind, Notice, WrittenNotice } from "@dawngate/core/notices";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { KeptLetter, Way } from "../db/tables/notices";
import { LATELY } from "../schedule/told-store";

/** So many enrollments of one person are looked at, the newest. */
const HELD_MOST = 100;
/** So many of the notices that went out to somebody are known, the latest: a key comes up again within weeks. */
const SENT_MOST = 300;

export interface HeldRow {
  id: string;
  person: string;
  course: string;
  /** The name of its cohort. */
  cohort: string | null;
  toldAt: string | null;
  /** When this plan began to hold for it; null: when they were enrolled. */
  since: string | null;
  /** What staff have done to it lately. */
  acts: {
    id: string;
    what: "moved" | "extended" | "withdrawn";
    at: string;
    reason: string | null;
    /** Its mail is worded like this; null: as the school words such mails. */
    words: { subject: string; text: string } | null;
  }[];
  announced: {
    id: string;
    at: string;
    title: string;
    text: string;
    course: string;
    cohort: string | null;
  }[];
}

/**
 * What somebody holds or has held until a few weeks ago. A plan begins to hold for it when a version is published
 * after it has begun, or when it is moved to another cohort.
 */
export async function readHeld(
  tx: SchoolTransaction,
  people: readonly string[],
  now: Instant,
): Promise<HeldRow[]> {
  const lately = formatInstant((now - LATELY) as Instant);
  const { rows } = await sql<HeldRow>`
    select e.id, e.person_id as person, e.course_id as course, k.name as cohort, e.told_at as "toldAt",
      (select max(at) from (
        select v.published_at as at from course_version v
          where v.school_id = e.school_id and v.course_id = e.course_id
            and v.number = coalesce(e.pinned_version, c.current_version)
        union all
        select m.at from enrollment_event m
          where m.school_id = e.school_id and m.enrollment_id = e.id and m.kind = 'moved'
      ) began where at > e.enrolled_at) as since,
      coalesce((select json_agg(json_build_object('id', a.id, 'title', a.title, 'text', a.text,
          'course', a.course_id, 'cohort', a.cohort_id,
          'at', to_char(a.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"')))
        from announcement a
        where a.school_id = e.school_id and a.course_id = e.course_id
          and (a.cohort_id is null or a.cohort_id = e.cohort_id)
          and a.at > ${lately}::timestamptz), '[]'::json) as announced
      , coalesce((select json_agg(json_build_object('id', e.id || ' ' || v.sequence,
          'what', case v.kind when 'moved' then 'moved' when 'revoked' then 'withdrawn'
            else 'extended' end,
          'at', to_char(v.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'),
          'reason', v.reason,
          'words', case when w.key is not null
            then json_build_object('subject', w.subject, 'text', w.text) end)
          order by v.sequence)
        from enrollment_event v
        left join act_words w on w.school_id = v.school_id
          and w.enrollment_id = v.enrollment_id and w.key = v.idempotency_key
        where v.school_id = e.school_id and v.enrollment_id = e.id
          and v.kind in ('moved', 'extended', 'revoked') and v.author_kind = 'account'
          and v.at > ${lately}::timestamptz
          -- What follows from an order is told by the order.
          and coalesce(v.idempotency_key, '') not like 'order %'
          and coalesce(v.idempotency_key, '') not like 'seat-back %'
          and not exists (select from untold_act u where u.school_id = v.school_id
            and u.enrollment_id = v.enrollment_id and u.key = v.idempotency_key)
        ), '[]'::json) as acts
    from unnest(${people}::text[]) wanted (person)
    cross join lateral (
      select h.* from enrollment h
      where h.person_id = wanted.person and (h.access_until is null
        or h.projected_sequence is distinct from h.last_sequence
        or h.access_until > ${lately}::timestamptz)
      order by h.enrolled_at desc, h.id desc limit ${HELD_MOST}
    ) e
    join course c on c.school_id = e.school_id and c.id = e.course_id
    left join cohort k
      on k.school_id = e.school_id and k.course_id = e.course_id and k.id = e.cohort_id
    where c.current_version is not null
    order by e.enrolled_at, e.id
  `.execute(tx);
  return rows;
}

/** Something somebody does not want by a way: of one enrollment, or (null) of all. */
export interface Off {
  enrollment: string | null;
  kind: Kind;
  way: Way;
}

/** The kinds some people do not want. */
export async function readOff(
  tx: SchoolTransaction,
  people: readonly string[],
): Promise<(Off & { person: string })[]> {
  return tx
    .selectFrom("notice_off")
    .select(["person_id as person", "enrollment_id as enrollment", "kind", "way"])
    .where("person_id", "in", people)
    .execute();
}

/** Replaces what somebody does not want. */
export async function replaceOff(
  tx: SchoolTransaction,
  school: SchoolId,
  person: string,
  off: readonly Off[],
): Promise<void> {
  await tx.deleteFrom("notice_off").where("person_id", "=", person).execute();
  if (off.length > 0)
    await tx
      .insertInto("notice_off")
      .values(
        off.map(({ enrollment, kind, way }) => ({
          school_id: school,
          person_id: person,
          enrollment_id: enrollment,
          kind,
          way,
        })),
      )
      .execute();
}

/** What went out to some people, the oldest first. */
export async function readSent(
  tx: SchoolTransaction,
  school: SchoolId,
  people: readonly string[],
): Promise<Notice[]> {
  const { rows } = await sql<{
    kind: Kind;
    person: string;
    at: string;
    about: WrittenNotice["about"];
  }>`
    select n.kind, n.person_id as person, n.at, n.about
    from unnest(${people}::text[]) wanted (person)
    cross join lateral (
      select * from notice o
      where o.school_id = ${school} and o.person_id = wanted.person
      order by o.at desc, o.id desc limit ${SENT_MOST}
    ) n
    order by n.at, n.id
  `.execute(tx);
  return rows.map(({ at, about, ...row }) => ({
    ...row,
    at: Date.parse(at) as Instant,
    about: about.map((entry) => ({
      ...entry,
      instant: entry.instant === null ? null : (Date.parse(entry.instant) as Instant),
    })),
  }));
}

export interface NewNotice {
  person: string;
  kind: Kind;
  at: string;
  notAfter: string;
  about: WrittenNotice["about"];
  course: string | null;
  letter: KeptLetter;
  /** Left out: it waits to be sent. */
  sentAt?: string;
  /** It is written down, and not mailed. */
  state?: "stopped" | "on-device";
}

/** Writes what goes out; answers the numbers, in its order. */
export async function insertNotices(
  tx: SchoolTransaction,
  school: SchoolId,
  all: readonly NewNotice[],
): Promise<string[]> {
  if (all.length === 0) return [];
  const { rows } = await sql<{ id: string }>`
    insert into notice (school_id, person_id, kind, at, not_after, about, course_id, letter, state, sent_at)
    select ${school}::uuid, r.person, r.kind, r.at, r."notAfter", r.about, r.course, r.letter,
      coalesce(r.state, case when r."sentAt" is null then 'waiting' else 'sent' end), r."sentAt"
    from rows from (jsonb_to_recordset(${JSON.stringify(all)}::jsonb) as (person text, kind text,
        at timestamptz, "notAfter" timestamptz, about jsonb, course text, letter jsonb,
        "sentAt" timestamptz, state text)) with ordinality
      as r (person, kind, at, "notAfter", about, course, letter, "sentAt", state, n)
    order by r.n
    returning id::text as id
  `.execute(tx);
  return rows.map(({ id }) => id);
}

/** What somebody was told that does not hold any more. */
export interface WrongTold {
  person: string;
  kind: Kind;
  key: string;
  enrollment: string | null;
  item: string | null;
  old: string;
  new: string | null;
}

/** Replaces what some people were told that does not hold any more; what was found before keeps when it was. */
export async function replaceWrong(
  tx: SchoolTransaction,
  school: SchoolId,
  people: readonly string[],
  wrong: readonly WrongTold[],
  now: Instant,
): Promise<void> {
  const rows = sql`jsonb_to_recordset(${JSON.stringify(wrong)}::jsonb) as r (person text, kind text,
    key text, enrollment text, item text, old timestamptz, "new" timestamptz)`;
  await sql`
    delete from notice_wrong w
    where w.school_id = ${school} and w.person_id = any (${people})
      and not exists (select from ${rows} where r.person = w.person_id and r.key = w.key)
  `.execute(tx);
  if (wrong.length > 0)
    await sql`
      insert into notice_wrong
        (school_id, person_id, kind, key, enrollment_id, item_id, old, new, found_at)
      select ${school}::uuid, r.person, r.kind, r.key, r.enrollment, r.item, r.old, r."new",
        ${formatInstant(now)}::timestamptz
      from ${rows}
      on conflict (school_id, person_id, key) do update set old = excluded.old, new = excluded.new,
        found_at = case when (notice_wrong.old, notice_wrong.new)
          is distinct from (excluded.old, excluded.new) then excluded.found_at
          else notice_wrong.found_at end
    `.execute(tx);
}

/** Whoever has come in last, to a course or to any; null: nobody is in. */
export async function newestPerson(
  tx: SchoolTransaction,
  course: string | null,
): Promise<string | null> {
  const row = await tx
    .selectFrom("enrollment")
    .innerJoin("course", (join) =>
      join
        .onRef("course.school_id", "=", "enrollment.school_id")
        .onRef("course.id", "=", "enrollment.course_id"),
    )
    .select("enrollment.person_id")
    .where("course.current_version", "is not", null)
    .$if(course !== null, (query) => query.where("enrollment.course_id", "=", course))
    .orderBy("enrollment.number", "desc")
    .limit(1)
    .executeTakeFirst();
  return row?.person_id ?? null;
}

/** Somebody's name, and the courses they could be told of. */
export async function readWishedFor(tx: SchoolTransaction, person: string) {
  const found = await tx
    .selectFrom("person")
    .select(["name", "language"])
    .where("id", "=", person)
    .executeTakeFirst();
  const { rows: courses } = await sql<{ enrollment: string; title: string }>`
    select e.id as enrollment, v.title
    from enrollment e
    join course c on c.school_id = e.school_id and c.id = e.course_id
    join course_version v
      on v.school_id = c.school_id and v.course_id = c.id and v.number = c.current_version
    where e.person_id = ${person}
    order by e.enrolled_at desc, e.id desc limit ${HELD_MOST}
  `.execute(tx);
  return { name: found?.name ?? "", language: found?.language ?? null, courses };
}

/** Whoever is told of a kind next, of a course or of any; null: nobody is, as far as is known today. */
export async function soonPerson(
  tx: SchoolTransaction,
  kind: Kind,
  course: string | null,
): Promise<string | null> {
  const { rows } = await sql<{ person: string }>`
    select a.person_id as person from notice_ahead a
    where a.kind = ${kind} ${course === null ? sql`` : sql`and a.course_id = ${course}`}
    order by a.day, a.person_id limit 1
  `.execute(tx);
  return rows[0]?.person ?? null;
}
