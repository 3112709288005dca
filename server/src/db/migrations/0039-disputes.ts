/** The practice till's disputes: how one of a payment stands. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table till.payment add column dispute text check (dispute in ('opened', 'won', 'lost'));
  `.execute(db);
}
