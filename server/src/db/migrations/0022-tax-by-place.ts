/** Tax by the buyer's place: what a school keeps for it, and what an order was taxed by. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- Null: every buyer pays the listing's own rate.
    alter table school add column tax jsonb;
    -- Where the buyer is, what says so, and the treatment; kept with the order for ten years (282/2011 art. 24b, 63c).
    alter table sales_order add column tax jsonb;
  `.execute(db);
}
