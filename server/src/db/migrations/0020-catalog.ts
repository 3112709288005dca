/** The catalog: which courses stand in it beside what is on sale, and which of them first. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table course
      -- Not shown until somebody says so: what was published before was known by its address alone.
      add column catalog text not null default 'unlisted'
        check (catalog in ('unlisted', 'listed', 'featured'));
    create index on course (school_id, position, id)
      where current_version is not null and not archived;
  `.execute(db);
}
