/** The languages a school writes to people in, the one each of them reads, and words of notices in each. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- The first is for whoever reads none of them.
    alter table school add column languages text[] not null default '{en}'
      check (cardinality(languages) > 0);
    alter table person add column language text;
    alter table sales_order add column language text;
    alter table notice_template add column language text not null default 'en';
    alter table notice_template alter column language drop default;
  `.execute(db);
  const { rows } = await sql<{ name: string }>`
    select conname as name from pg_constraint
    where conrelid = 'notice_template'::regclass and contype = 'u'
  `.execute(db);
  for (const { name } of rows)
    await sql`alter table notice_template drop constraint ${sql.id(name)}`.execute(db);
  await sql`
    alter table notice_template add unique nulls not distinct
      (school_id, kind, course_id, cohort_id, language)
  `.execute(db);
}
