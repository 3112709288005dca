/**
 * Many courses: groups they stand in, an archive for those that take nobody any more; own words for what
 * they are made of; the card that people read before they enroll.
 */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table course
      add column words jsonb not null default '{}',
      add column card jsonb not null default '{}',
      add column archived boolean not null default false,
      add column group_name text not null default '' check (length(group_name) <= 200);
    alter table school add column words jsonb not null default '{}';
  `.execute(db);
}
