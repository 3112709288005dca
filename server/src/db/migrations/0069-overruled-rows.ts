/** Rows of a file that only a full cohort or being kept out refuses: let in with a reason. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- Why they are let in all the same; null: they are refused.
    alter table people_file add column overrule text;
    -- What refuses it, or would, may be overruled.
    alter table people_file_row add column against boolean not null default false;
  `.execute(db);
}
