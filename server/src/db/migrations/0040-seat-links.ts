/** Seats of an order that people take themselves, by a link. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- The digest of the link's secret; null: there is none.
    alter table sales_order add column seat_link_hash text;
  `.execute(db);
}
