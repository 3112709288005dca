/** What was told and does not hold any more, in the database. */
import type { Kind } from "@dawngate/core/notices";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";

/** So many are counted. */
const COUNTED = 1000;

/** What a row is about, by name: a module's or a lesson's title in the plan that counts, else the course's. */
const ABOUT = sql`
  from notice_wrong w
  join person p on p.school_id = w.school_id and p.id = w.person_id
  left join enrollment e on e.school_id = w.school_id and e.id = w.enrollment_id
  left join course c on c.school_id = e.school_id and c.id = e.course_id
  left join course_version v on v.school_id = c.school_id and v.course_id = c.id
    and v.number = coalesce(e.pinned_version, c.current_version)`;
const TITLE = sql`coalesce(
  jsonb_path_query_first(v.plan, '$.modules[*] ? (@.id == $item).title',
    jsonb_build_object('item', w.item_id)) #>> '{}',
  jsonb_path_query_first(v.plan, '$.modules[*].lessons[*] ? (@.id == $item).title',
    jsonb_build_object('item', w.item_id)) #>> '{}',
  v.title, 'a course')`;

export async function countWrong(tx: SchoolTransaction): Promise<number> {
  const { rows } = await sql<{ n: number }>`
    select count(*)::int as n from (
      select distinct person_id from (select person_id from notice_wrong limit ${COUNTED}) w
    ) people
  `.execute(tx);
  return rows[0]?.n ?? 0;
}

export async function readWrong(tx: SchoolTransaction, most: number) {
  const { rows } = await sql<{
    person: { id: string; name: string };
    kind: string;
    title: string;
    old: string;
    new: string | null;
  }>`
    select json_build_object('id', p.id, 'name', p.name) as person, w.kind, ${TITLE} as title,
      w.old, w.new
    ${ABOUT}
    order by w.found_at, w.person_id, w.key limit ${most}
  `.execute(tx);
  return rows;
}

export interface WrongRow {
  kind: Kind;
  key: string;
  enrollment: string | null;
  item: string | null;
  course: string | null;
  title: string;
  old: string;
  new: string | null;
}

/**
 * So many people, each with all that is wrong for them; those whom somebody else writes to are left to them. `since`:
 * only those of whom something was found since then.
 */
export async function wrongPeople(
  tx: SchoolTransaction,
  most: number,
  since: string | null,
): Promise<{ person: string; wrong: WrongRow[] }[]> {
  const { rows } = await sql<WrongRow & { person: string }>`
    with people as (
      select n.person_id from notice_person n
      where exists (select 1 from notice_wrong w
        where w.school_id = n.school_id and w.person_id = n.person_id
          ${since === null ? sql`` : sql`and w.found_at >= ${since}::timestamptz`})
      order by n.person_id limit ${most} for update of n skip locked
    )
    select w.person_id as person, w.kind, w.key, w.enrollment_id as enrollment, w.item_id as item,
      e.course_id as course, ${TITLE} as title, w.old, w.new
    ${ABOUT}
    where w.person_id in (select person_id from people)
    order by w.person_id, w.key
  `.execute(tx);
  const people = new Map<string, WrongRow[]>();
  for (const { person, ...row } of rows) {
    const own = people.get(person) ?? [];
    own.push(row);
    people.set(person, own);
  }
  return [...people].map(([person, wrong]) => ({ person, wrong }));
}

/** All that was wrong for somebody was put right. */
export async function clearWrong(tx: SchoolTransaction, person: string): Promise<void> {
  await tx.deleteFrom("notice_wrong").where("person_id", "=", person).execute();
}
