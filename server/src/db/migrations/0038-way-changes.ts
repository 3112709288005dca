/** A change of a subscription that waits for its charge. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- What it is changed to, and what is charged for it; null: nothing is being changed.
    alter table sales_order add column changing jsonb;
  `.execute(db);
}
