/** The school's own row. */
import type { SchoolTransaction } from "../db/connection";

export async function readSchool(tx: SchoolTransaction) {
  return tx.selectFrom("school").selectAll().executeTakeFirstOrThrow();
}

export type SchoolRow = Awaited<ReturnType<typeof readSchool>>;
