/** The words of a notice for one cohort, beside those for its course and for the school. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table notice_template add column cohort_id text;
    alter table notice_template drop constraint notice_template_school_id_kind_course_id_key;
    alter table notice_template add unique nulls not distinct
      (school_id, kind, course_id, cohort_id);
    alter table notice_template add foreign key (school_id, course_id, cohort_id)
      references cohort (school_id, course_id, id) on delete cascade;
    alter table notice_template add check (cohort_id is null or course_id is not null);
  `.execute(db);
}
