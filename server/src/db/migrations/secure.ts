/** Row security, the same for every table of a school. */
import { type Kysely, sql } from "kysely";

/**
 * Rows of a school are seen and written only in a transaction that is set to that school. This holds for the
 * server's role, which owns nothing; the owner, who migrates, sees all.
 */
export async function secure(db: Kysely<unknown>, table: string): Promise<void> {
  const name = sql.table(table);
  await sql`alter table ${name} enable row level security`.execute(db);
  await sql`
    create policy own on ${name}
      using (school_id = nullif(current_setting('dawngate.school_id', true), '')::uuid)
  `.execute(db);
  await sql`grant select, insert, update, delete on ${name} to dawngate_app`.execute(db);
}
