/** In which language somebody is reminded of what opens. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  // Null: nobody knows.
  await sql`alter table reminder add column language text`.execute(db);
}
