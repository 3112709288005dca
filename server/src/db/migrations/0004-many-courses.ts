/** Many courses: groups they stand in, and an archive for those that take nobody any more. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table course
      add column archived boolean not null default false,
      add column group_name text not null default '' check (length(group_name) <= 200);
  `.execute(db);
}
