/** Many rows in one statement, however many there are. */
import { sql } from "kysely";
import type { SchoolTransaction } from "./connection";
import type { Tables } from "./tables";

/**
 * Inserts rows as one JSON parameter, so that no number of rows meets the limit on parameters. All rows must
 * have the same keys; columns that are left out take their defaults. JSON columns are given as plain values.
 */
export async function insertMany<T extends keyof Tables>(
  tx: SchoolTransaction,
  table: T,
  rows: readonly { [K in keyof Tables[T]]?: unknown }[],
): Promise<void> {
  const [first] = rows;
  if (!first) return;
  const columns = sql.join(Object.keys(first).map((name) => sql.ref(name)));
  await sql`
    insert into ${sql.table(table)} (${columns})
    select ${columns} from jsonb_populate_recordset(null::${sql.table(table)}, ${JSON.stringify(rows)}::jsonb)
  `.execute(tx);
}
