/** What everything is compared with: a transaction as anybody would write it with the same packages, each statement waited for. */
import { Kysely, PostgresDialect, sql } from "kysely";
import pg from "pg";

/** `run`: begin, set to the school, `select 1`, commit. */
export function bareTransactions(address: pg.PoolConfig, school: string) {
  const plain = new Kysely({
    dialect: new PostgresDialect({ pool: new pg.Pool({ ...address, max: 10 }) }),
  });
  return {
    run: () =>
      plain.transaction().execute(async (tx) => {
        await sql`select set_config('dawngate.school_id', ${school}, true)`.execute(tx);
        const { rows } = await sql<{ one: number }>`select 1 as one`.execute(tx);
        return rows[0]?.one;
      }),
    close: () => plain.destroy(),
  };
}
