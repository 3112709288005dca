/** Memberships of others than the buyer: each seat of an order, and each gift, is one. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- The seat of the order by which somebody has it; 0: they bought it for themselves.
    alter table membership add column seat integer not null default 0 check (seat >= 0);
    alter table membership drop constraint membership_pkey,
      add primary key (school_id, order_id, seat);
  `.execute(db);
}
