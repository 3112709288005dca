/** Orders that staff write by hand, to be paid by transfer until a day. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- The last day on which it is to be paid, in the school's zone; null: it was bought at the till.
    alter table sales_order add column pay_by date;
  `.execute(db);
}
