/** The orders by which somebody is in a course, found by their enrollment. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create index on order_enrollment (school_id, enrollment_id)`.execute(db);
}
