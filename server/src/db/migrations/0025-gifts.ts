/** An order that is a gift: for whom, with which words, on which day. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table sales_order add column gift jsonb`.execute(db);
}
