/** A way into a course for those of whom the school's own fields say something. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- For each field what it may say: all of them must say one of theirs. Empty: whatever they say.
    alter table way_in add column audience jsonb not null default '[]';
  `.execute(db);
}
