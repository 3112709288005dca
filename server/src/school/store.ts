/** The school's own row, its staff and its invitations. */

import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

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
      | "weekend"
      | "closed"
    >
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
    .where(sql`lower(email)`, "=", email)
    .where("user_id", "is", null)
    .returning("id")
    .executeTakeFirst();
  return row?.id ?? null;
}

export async function insertMember(
  tx: SchoolTransaction,
  school: SchoolId,
  member: { user_id: string; role: "owner" | "instructor"; name: string; email: string },
): Promise<void> {
  await tx
    .insertInto("member")
    .values({ school_id: school, ...member })
    .onConflict((conflict) => conflict.columns(["school_id", "user_id"]).doNothing())
    .execute();
}

export async function listMembers(tx: SchoolTransaction) {
  const members = await tx.selectFrom("member").selectAll().orderBy("name").execute();
  const led = await tx.selectFrom("cohort_instructor").selectAll().execute();
  return members.map(({ user_id, name, email, role }) => ({
    id: user_id,
    name,
    email,
    role,
    cohorts: led.filter((row) => row.user_id === user_id).map(({ cohort_id }) => cohort_id),
  }));
}

/** Every cohort of the school. */
export async function cohortIds(tx: SchoolTransaction): Promise<string[]> {
  return (await tx.selectFrom("cohort").select("id").execute()).map(({ id }) => id);
}

/** Replaces the cohorts that an instructor leads. */
export async function replaceCohorts(
  tx: SchoolTransaction,
  school: SchoolId,
  account: string,
  cohorts: readonly string[],
): Promise<void> {
  await tx.deleteFrom("cohort_instructor").where("user_id", "=", account).execute();
  for (const cohort of new Set(cohorts))
    await tx
      .insertInto("cohort_instructor")
      .values({ school_id: school, cohort_id: cohort, user_id: account })
      .execute();
}

export async function listInvitations(tx: SchoolTransaction) {
  return tx
    .selectFrom("invitation")
    .select(["email", "role", "expires_at"])
    .where("accepted_at", "is", null)
    .where(sql<boolean>`expires_at > now()`)
    .orderBy("email")
    .execute();
}

/** A new invitation takes the place of an older one to the same address for the same role. */
export async function insertInvitation(
  tx: SchoolTransaction,
  school: SchoolId,
  invitation: {
    email: string;
    role: "instructor" | "enrollee";
    token_hash: string;
    invited_by: string;
    expires_at: string;
  },
): Promise<void> {
  await tx
    .deleteFrom("invitation")
    .where("email", "=", invitation.email)
    .where("role", "=", invitation.role)
    .where("accepted_at", "is", null)
    .execute();
  await tx
    .insertInto("invitation")
    .values({ school_id: school, accepted_at: null, ...invitation })
    .execute();
}

/** Uses an invitation up. False where somebody was quicker. */
export async function acceptInvitation(tx: SchoolTransaction, id: string): Promise<boolean> {
  const result = await tx
    .updateTable("invitation")
    .set({ accepted_at: sql<string>`now()` })
    .where("id", "=", id)
    .where("accepted_at", "is", null)
    .executeTakeFirst();
  return result.numUpdatedRows === 1n;
}

/** What changes of a column of named texts, over what stands in it: two that change at once do not undo each other. */
export function merged<T extends object>(column: "words" | "card", change: T) {
  return sql<T>`${sql.ref(column)} || ${JSON.stringify(change)}::jsonb`;
}
