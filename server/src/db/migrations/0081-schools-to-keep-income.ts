/** The schools whose income is to be worked out again are asked for by what is done with it, wherever they were not yet. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    do $$ begin
      if to_regprocedure('schools_to_account(timestamptz)') is not null then
        alter function schools_to_account(timestamptz) rename to schools_to_keep_income;
      end if;
    end $$
  `.execute(db);
}
