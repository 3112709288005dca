/** The school's own row, and who of its people has which account. */

import { sql } from "kysely";
import { hasAddress } from "../db/by-address";
import type { SchoolTransaction } from "../db/connection";

export async function readSchool(tx: SchoolTransaction) {
  return tx.selectFrom("school").selectAll().executeTakeFirstOrThrow();
}

export type SchoolRow = Awaited<ReturnType<typeof readSchool>>;

/** The courses that people may be in. */
export async function publishedCourses(tx: SchoolTransaction): Promise<string[]> {
  const rows = await tx
    .selectFrom("course")
    .select("id")
    .where("current_version", "is not", null)
    .execute();
  return rows.map(({ id }) => id);
}

export async function updateSchool(
  tx: SchoolTransaction,
  set: Partial<
    Pick<
      SchoolRow,
      | "name"
      | "time_zone"
      | "currency"
      | "contact"
      | "color"
      | "release_hour"
      | "words"
      | "two_factor"
      | "weekend"
      | "closed"
      | "follow_up_hours"
      | "hosts"
      | "languages"
    > & { tax: string | null; payment_terms: string; invoicing: string }
  >,
): Promise<void> {
  const { words, ...rest } = set;
  if (Object.keys(set).length > 0)
    await tx
      .updateTable("school")
      .set({ ...rest, ...(words && { words: merged("words", words) }) })
      .execute();
}

export async function readPersonOf(tx: SchoolTransaction, account: string): Promise<string | null> {
  const row = await tx
    .selectFrom("person")
    .select("id")
    .where("user_id", "=", account)
    .executeTakeFirst();
  return row?.id ?? null;
}

/** Makes the account of a proven address the person of that address, if there is one without an account. */
export async function linkPerson(
  tx: SchoolTransaction,
  account: string,
  email: string,
): Promise<string | null> {
  const row = await tx
    .updateTable("person")
    .set({ user_id: account })
    .where(hasAddress([email]))
    .where("user_id", "is", null)
    .returning("id")
    .executeTakeFirst();
  return row?.id ?? null;
}

/** What changes of a column of named texts, over what stands in it: two that change at once do not undo each other. */
export function merged<T extends object>(column: "words" | "card", change: T) {
  return sql<T>`${sql.ref(column)} || ${JSON.stringify(change)}::jsonb`;
}
