/** Whoever buys what they are in already keeps what they had, whatever becomes of the order. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- False: they were in before, as long as this: the order neither shuts nor ends it.
    alter table order_enrollment add column gained boolean not null default true;
  `.execute(db);
}
