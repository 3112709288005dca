/** Snags that an author has looked at and means so, by their names. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table course add column meant text[] not null default '{}'`.execute(db);
}
