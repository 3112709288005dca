/** What is announced can be for one cohort, and go out later: until then it can be put otherwise, or taken back. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- Null: for everybody in the course.
    alter table announcement add column cohort_id text;
    alter table announcement add foreign key (school_id, course_id, cohort_id)
      references cohort (school_id, course_id, id) on delete cascade;
    alter table announcement add check (cohort_id is null or not on_page);
    create trigger told_again after update of at, cohort_id on announcement
      for each row when (old.at is distinct from new.at
        or old.cohort_id is distinct from new.cohort_id)
      execute function notice_announced();
  `.execute(db);
}
