/** Who a letter of staff goes to, in the database. */
import { formatInstant, type Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { unwanted } from "../schedule/told-store";

export interface Addressed {
  enrollment: string;
  person: string;
  cohort: string | null;
  /** They want no announcements, of this course or at all. */
  unwilling: boolean;
  /** The same press has written to them already. */
  written: boolean;
}

/** Those of some enrollments that are of a course, each person once, in the order of the enrollments' identifiers. */
export async function readAddressed(
  tx: SchoolTransaction,
  { course, enrollments, key }: { course: string; enrollments: readonly string[]; key: string },
): Promise<Addressed[]> {
  const { rows } = await sql<Addressed>`
    select distinct on (e.person_id) e.id as enrollment, e.person_id as person, e.cohort_id as cohort,
      p.email like '%@invalid' or ${unwanted("announcement", "mail")} and (${unwanted("announcement", "device")} or not exists (
        select from device d where d.school_id = e.school_id and d.person_id = e.person_id
      )) as unwilling,
      exists (
        select from notice n where n.school_id = e.school_id and n.person_id = e.person_id
          and n.kind = 'announcement' and n.about -> 0 ->> 'key' = ${key}
      ) as written
    from enrollment e
    join person p on p.school_id = e.school_id and p.id = e.person_id
    where e.course_id = ${course} and e.id = any (${enrollments})
    order by e.person_id, e.id
  `.execute(tx);
  return rows;
}

/** Whoever is written to has a key to what they are told, whether or not they were ever looked at. */
export async function knowAll(
  tx: SchoolTransaction,
  school: SchoolId,
  people: readonly string[],
  now: Instant,
): Promise<void> {
  const at = formatInstant(now);
  await sql`
    insert into notice_person (school_id, person_id, looked_at, next_at)
    select ${school}::uuid, person, ${at}::timestamptz, ${at}::timestamptz
    from unnest(${people}::text[]) as r (person)
    on conflict (school_id, person_id) do nothing
  `.execute(tx);
}
