/** What was paid out to all partners is one list, the latest first. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create index partner_payout_all on partner_payout (school_id, at desc, id desc);
  `.execute(db);
}
