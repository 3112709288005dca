/** How many of a course's people there are of each sort, in the database. */
import { NEEDS_COUNTED, type NeedOf, type Standing } from "@dawngate/core/enrollment";
import { type RawBuilder, sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { enrolledWho } from "../people/fields/store";
import {
  FOUND_MOST,
  type Narrowing,
  NEEDING,
  type Other,
  pattern,
  peopleCalled,
  standsTo,
} from "./roster-store";

/** How many of a course need somebody for one reason, as a part of a statement. */
export const countNeeding = (
  need: NeedOf,
  course: RawBuilder<unknown>,
  cohorts: readonly string[] | null,
  at: string,
  cohort?: string,
) => sql`(select count(*)::integer from (
  select from enrollment e
  where e.course_id = ${course} and ${NEEDING[need](at)}
    ${cohort === undefined ? sql`` : sql`and e.cohort_id = ${cohort}`}
    ${cohorts === null ? sql`` : sql`and e.cohort_id = any (${cohorts}::text[])`}
  limit ${sql.lit(NEEDS_COUNTED + 1)}) found)`;

/** How many of a course need somebody, and why; of more than are counted one more. */
export async function countNeeds(
  tx: SchoolTransaction,
  course: string,
  { cohort, cohorts }: Pick<Narrowing, "cohort" | "cohorts">,
  at: string,
): Promise<Record<NeedOf, number>> {
  const one = (need: NeedOf) => countNeeding(need, sql`${course}`, cohorts, at, cohort);
  const { rows } = await sql<Record<NeedOf, number>>`
    select ${one("late")} as late, ${one("ending")} as ending, ${one("quiet")} as quiet
  `.execute(tx);
  return rows[0] as Record<NeedOf, number>;
}

/** Those whose name has a part; null: too many. */
async function calledSo(tx: SchoolTransaction, find: string) {
  const people = await peopleCalled(tx, find);
  return people.length > FOUND_MOST ? null : sql`e.person_id = any (${people}::text[])`;
}

/** How many whose name has a part, or of whom a field says something, stand how; null: too many match to be counted. */
export async function countFound(
  tx: SchoolTransaction,
  course: string,
  { find, answer }: { find: string } & Pick<Narrowing, "answer">,
) {
  const few =
    answer === null ? await calledSo(tx, find) : await enrolledWho(tx, answer, FOUND_MOST);
  if (few === null) return null;
  const { rows } = await sql<{
    cohort: string | null;
    standing: Standing;
    finished: boolean;
    people: number;
  }>`
    select cohort_id as cohort, standing, finished_at is not null as finished, count(*)::integer as people
    from enrollment e
    where e.course_id = ${course} and ${few}
      ${answer === null || find === "" ? sql`` : sql`and e.sort_name like ${pattern(find)}`}
    group by 1, 2, 3
  `.execute(tx);
  return rows;
}

/** So many of a course are asked about, one by one, for how they stand to another. */
const ASKED_MOST = 5000;

/** How many who stand so to another course stand how in this one; null: it has too many people to be counted by it. */
export async function countTo(
  tx: SchoolTransaction,
  course: string,
  other: Other,
  { find, cohorts }: { find: string } & Pick<Narrowing, "cohorts">,
) {
  const asked = await sql<{ many: number }>`
    select count(*)::integer as many from (
      select from enrollment e where e.course_id = ${course} limit ${sql.lit(ASKED_MOST + 1)}) asked
  `.execute(tx);
  if ((asked.rows[0]?.many ?? 0) > ASKED_MOST) return null;
  const { rows } = await sql<{
    cohort: string | null;
    standing: Standing;
    finished: boolean;
    people: number;
  }>`
    select cohort_id as cohort, standing, finished_at is not null as finished,
      count(*)::integer as people
    from enrollment e
    where e.course_id = ${course} and ${standsTo(other, cohorts)}
      ${find === "" ? sql`` : sql`and e.sort_name like ${pattern(find)}`}
    group by 1, 2, 3
  `.execute(tx);
  return rows;
}
