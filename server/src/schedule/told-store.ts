/** The date that people were told last of each thing, in the database: written there as notices go out. */
import type { Kind } from "@dawngate/core/notices";
import type { Told, ToldOf } from "@dawngate/core/review";
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import type { Way } from "../db/tables/notices";

/** Whoever's access ended longer ago than this is told nothing more, and no date of theirs counts as wrong. */
export const LATELY = 60 * DAY;

/** Of some enrollments, by enrollment. */
export async function readTold(
  tx: SchoolTransaction,
  enrollments: readonly string[],
  now: Instant,
): Promise<Map<string, Told[]>> {
  const { rows } = await sql<{ enrollment: string; of: ToldOf; item: string; instant: string }>`
    select t.enrollment_id as enrollment, t.of, t.item_id as item, t.instant
    from told t
    join enrollment e on e.school_id = t.school_id and e.id = t.enrollment_id
    where t.enrollment_id = any (${enrollments})
      and (e.access_until is null or e.projected_sequence is distinct from e.last_sequence
        or e.access_until > ${formatInstant((now - LATELY) as Instant)}::timestamptz)
    order by t.enrollment_id, t.of, t.item_id
  `.execute(tx);
  const told = new Map<string, Told[]>();
  for (const { enrollment, of, item, instant } of rows) {
    const own = told.get(enrollment) ?? [];
    own.push({ of, item: item === "" ? null : item, instant: Date.parse(instant) as Instant });
    told.set(enrollment, own);
  }
  return told;
}

/** Whether the person of an enrollment, `e`, does not want a kind by a way: of it, or at all. */
export const unwanted = (kind: Kind, way: Way) => sql`exists (
  select from notice_off o where o.school_id = e.school_id and o.person_id = e.person_id
    and o.kind = ${kind} and o.way = ${way}
    and (o.enrollment_id is null or o.enrollment_id = e.id)
)`;

/** How many people, of those who hold some enrollments, would be mailed something of a kind, as they and the school want it. */
export async function countMailed(
  tx: SchoolTransaction,
  kind: Kind,
  enrollments: readonly string[],
): Promise<number> {
  if (enrollments.length === 0) return 0;
  const { rows } = await sql<{ count: number }>`
    select count(distinct e.person_id)::int as count
    from enrollment e
    join person p on p.school_id = e.school_id and p.id = e.person_id
    where e.id = any (${enrollments}) and p.email not like '%@invalid'
      and not exists (select from notice_settings s where s.school_id = e.school_id
        and s.kinds -> ${kind} ->> 'on' = 'false')
      and not ${unwanted(kind, "mail")}
  `.execute(tx);
  return rows[0]?.count ?? 0;
}
