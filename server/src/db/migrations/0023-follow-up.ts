/** Unfinished checkouts: after how long a school writes once to whoever left one. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- In hours; null: nobody is written to.
    alter table school add column follow_up_hours integer
      check (follow_up_hours between 1 and 720);
    create index on sales_order (school_id, listing_id, lower(email));
  `.execute(db);
}
