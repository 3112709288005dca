/** Whether whoever reviews is written to when something waits for them. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table member add column review_mail boolean not null default true;
  `.execute(db);
}
