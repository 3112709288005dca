/** Where a cohort meets: a place everybody may read, and an address for those who are in it. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table cohort
      add column place text not null default '',
      add column link text not null default '';
  `.execute(db);
}
