/** The people of a school with what they hold, in the database. */
import type { Everyone } from "@dawngate/contract/people";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { peopleWho, type Said, saysOf } from "../people/fields/store";
import { holdsAt } from "../schedule/store";
import { fewIn } from "./interests-store";
import { pattern } from "./roster-store";

export type PersonRow = Omit<Everyone["people"][number], "answers"> & { sortName: string };

/** So many of what somebody holds are named. */
const NAMED = 3;
/** So many whose name matches are looked through. */
const FOUND = 2000;

/**
 * People after a place, by name. `cohorts`: only those who are, or were, in one of them; so that a page is whole, more
 * are walked along than are answered, `scanned` at the most, and `last` says how far.
 */
export async function readEveryone(
  tx: SchoolTransaction,
  {
    find,
    after,
    at,
    cohorts,
    most,
    scanned,
    answer,
    courses,
  }: {
    find: string;
    after: readonly [string, string] | null;
    at: string;
    cohorts: readonly string[] | null;
    most: number;
    scanned: number;
    /** What one of the school's own fields says of them; null: whatever it says. */
    answer: Said | null;
    /** They are, or were, in one of these; null: in whichever. */
    courses: readonly string[] | null;
  },
): Promise<{ people: PersonRow[]; last: [string, string] | null }> {
  const [name, id] = after ?? ["", ""];
  // Those few of whom a field says it, or who are in a course, are found by an index; among many one walks along.
  const few =
    answer !== null
      ? await peopleWho(tx, answer, FOUND + 1)
      : courses !== null
        ? await fewIn(tx, courses, FOUND)
        : null;
  const walked =
    few !== null && few.length <= FOUND
      ? sql`(
          select p.id, sort_name_of(p.name) as sort_name from person p
          where p.id = any (${few}::text[]) and (sort_name_of(p.name), p.id) > (${name}, ${id})
            ${find === "" ? sql`` : sql`and sort_name_of(p.name) like ${pattern(find)}`}
          order by sort_name_of(p.name), p.id limit ${scanned})`
      : find === ""
        ? sql`people_after(${name}, ${id}, ${scanned})`
        : sql`(
          select p.id, sort_name_of(p.name) as sort_name
          from people_called(${pattern(find)}, ${FOUND}) f join person p on p.id = f.id
          where (sort_name_of(p.name), p.id) > (${name}, ${id})
          order by sort_name_of(p.name), p.id limit ${scanned})`;
  const theirs = cohorts === null ? sql`true` : sql`e.cohort_id = any (${cohorts}::text[])`;
  const took =
    courses === null
      ? sql`true`
      : sql`exists (select 1 from enrollment e where e.person_id = w.id and ${theirs}
          and e.course_id = any (${[...courses]}::text[]))`;
  const says = sql`${answer === null ? sql`true` : saysOf(sql.ref("w.id"), answer)} and ${took}`;
  const seen =
    cohorts === null
      ? says
      : sql`exists (select 1 from enrollment e
          where e.person_id = w.id and e.cohort_id = any (${cohorts}::text[])) and ${says}`;
  const { rows } = await sql<PersonRow & { isSeen: boolean }>`
    with walked as materialized (select w.id, w.sort_name from ${walked} w),
    shown as materialized (
      select w.id, w.sort_name from walked w where ${seen}
      order by w.sort_name, w.id limit ${most}
    )
    select s.id, s.sort_name as "sortName", p.name, p.email,
      (select count(*)::integer from enrollment e where e.person_id = s.id and ${theirs}) as number,
      coalesce((select jsonb_agg(jsonb_build_object('enrollment', h.id, 'course', h.course_id,
          'title', h.title, 'standing', h.standing, 'until', h.access_until, 'holds', h.holds)
          order by h.enrolled_at desc, h.id desc)
        from (
          select e.id, e.course_id, d.title, e.standing, e.access_until, e.enrolled_at,
            ${holdsAt(at)} as holds
          from enrollment e
          join course c on c.school_id = e.school_id and c.id = e.course_id
          join course_draft d on d.school_id = e.school_id and d.course_id = e.course_id
          where e.person_id = s.id and ${theirs}
          order by e.enrolled_at desc, e.id desc limit ${NAMED}
        ) h), '[]') as courses
    from shown s join person p on p.id = s.id
    order by s.sort_name, s.id
  `.execute(tx);
  const end = await sql<{ id: string; sortName: string; walked: number }>`
    select w.id, w.sort_name as "sortName", count(*) over ()::integer as walked
    from ${walked} w order by w.sort_name desc, w.id desc limit 1
  `.execute(tx);
  const [furthest] = end.rows;
  const full = rows.length === most ? rows.at(-1) : undefined;
  const goesOn = full ?? (furthest && furthest.walked >= scanned ? furthest : undefined);
  return { people: rows, last: goesOn ? [goesOn.sortName, goesOn.id] : null };
}

/** A person's name, address and zone; null where there is none, or none in these cohorts. */
export async function readSomeone(
  tx: SchoolTransaction,
  person: string,
  cohorts: readonly string[] | null,
) {
  const { rows } = await sql<{ id: string; name: string; email: string; timeZone: string }>`
    select p.id, p.name, p.email, p.time_zone as "timeZone" from person p
    where p.id = ${person}
      ${
        cohorts === null
          ? sql``
          : sql`and exists (select 1 from enrollment e
              where e.person_id = p.id and e.cohort_id = any (${cohorts}::text[]))`
      }
  `.execute(tx);
  return rows[0] ?? null;
}
