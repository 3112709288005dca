/** Modules and lessons that only some cohorts have, in the draft; and versions in which there are any. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- Null: everybody has it.
    alter table module_placement add column cohorts jsonb;
    alter table lesson_placement add column cohorts jsonb;
    -- People of different cohorts have different items in it.
    alter table course_version add column by_cohort boolean not null default false;
  `.execute(db);
}
