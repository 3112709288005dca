/** What was tried of a payment is found by the payment, however much the practice till has done. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create index till_attempt_of on till.attempt (payment_id)`.execute(db);
}
