/** An order by which somebody who is in stays longer; and where a buyer goes next. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table sales_order add column renews boolean not null default false
  `.execute(db);
}
