/** A school's staff, invitations and the handing over of it, in the database. */
import type { StaffRole } from "@dawngate/contract/permissions";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export async function insertMember(
  tx: SchoolTransaction,
  school: SchoolId,
  member: { user_id: string; role: StaffRole; name: string; email: string },
): Promise<void> {
  await tx
    .insertInto("member")
    .values({ school_id: school, ...member })
    .onConflict((conflict) => conflict.columns(["school_id", "user_id"]).doNothing())
    .execute();
}

/** Everybody on the staff, with the cohorts that instructors lead and the courses of authors. */
export async function listMembers(tx: SchoolTransaction) {
  const members = await tx.selectFrom("member").selectAll().orderBy("name").limit(1000).execute();
  const led = await tx.selectFrom("cohort_instructor").selectAll().execute();
  const written = await tx.selectFrom("course_author").selectAll().execute();
  return members.map(({ user_id, name, email, role, all_courses }) => ({
    id: user_id,
    name,
    email,
    role,
    cohorts: led.filter((row) => row.user_id === user_id).map(({ cohort_id }) => cohort_id),
    courses: all_courses
      ? null
      : written.filter((row) => row.user_id === user_id).map(({ course_id }) => course_id),
  }));
}

/** One member, held for the rest of the transaction; null where there is none. */
export async function holdMember(tx: SchoolTransaction, account: string) {
  const row = await tx
    .selectFrom("member")
    .selectAll()
    .where("user_id", "=", account)
    .forNoKeyUpdate()
    .executeTakeFirst();
  return row ?? null;
}

/** How many owners there are, all held: two who leave at once take turns. */
export async function holdOwners(tx: SchoolTransaction): Promise<string[]> {
  const rows = await tx
    .selectFrom("member")
    .select("user_id")
    .where("role", "=", "owner")
    .orderBy("user_id")
    .forNoKeyUpdate()
    .execute();
  return rows.map(({ user_id }) => user_id);
}

export async function setRole(tx: SchoolTransaction, account: string, role: StaffRole) {
  await tx.updateTable("member").set({ role }).where("user_id", "=", account).execute();
}

/** Which courses an author is invited to; null: all. */
export async function setCourses(
  tx: SchoolTransaction,
  school: SchoolId,
  account: string,
  courses: readonly string[] | null,
): Promise<void> {
  await tx
    .updateTable("member")
    .set({ all_courses: courses === null })
    .where("user_id", "=", account)
    .execute();
  await tx.deleteFrom("course_author").where("user_id", "=", account).execute();
  for (const course of new Set(courses ?? [])) await addAuthor(tx, school, account, course);
}

export async function addAuthor(
  tx: SchoolTransaction,
  school: SchoolId,
  account: string,
  course: string,
): Promise<void> {
  await tx
    .insertInto("course_author")
    .values({ school_id: school, course_id: course, user_id: account })
    .onConflict((on) => on.doNothing())
    .execute();
}

/** Which of these courses, and of these cohorts, the school does not have. */
export async function missingOf(
  tx: SchoolTransaction,
  table: "course" | "cohort",
  ids: readonly string[],
): Promise<string[]> {
  if (ids.length === 0) return [];
  const rows = await tx
    .selectFrom(table)
    .select("id")
    .where("id", "in", [...ids])
    .execute();
  const known = new Set(rows.map(({ id }) => id));
  return ids.filter((id) => !known.has(id));
}

/** Takes somebody off the staff, with what they lead and write; what they did stays on record. */
export async function removeMember(tx: SchoolTransaction, account: string): Promise<void> {
  await tx.deleteFrom("member").where("user_id", "=", account).execute();
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
    .select(["id", "email", "role", "expires_at"])
    .where("accepted_at", "is", null)
    .where("role", "<>", "enrollee")
    .where(sql<boolean>`expires_at > now()`)
    .orderBy("email")
    .limit(500)
    .execute();
}

/** A new invitation takes the place of an older one to the same address, for the staff or for learning. */
export async function insertInvitation(
  tx: SchoolTransaction,
  school: SchoolId,
  invitation: {
    email: string;
    role: StaffRole | "enrollee";
    token_hash: string;
    invited_by: string;
    expires_at: string;
  },
): Promise<void> {
  await tx
    .deleteFrom("invitation")
    .where("email", "=", invitation.email)
    .where("role", invitation.role === "enrollee" ? "=" : "<>", "enrollee")
    .where("accepted_at", "is", null)
    .execute();
  await tx
    .insertInto("invitation")
    .values({ school_id: school, accepted_at: null, ...invitation })
    .execute();
}

/** Takes an invitation back; false where it was used, or is gone. */
export async function deleteInvitation(tx: SchoolTransaction, id: string): Promise<boolean> {
  const { numDeletedRows } = await tx
    .deleteFrom("invitation")
    .where("id", "=", id)
    .where("accepted_at", "is", null)
    .executeTakeFirst();
  return numDeletedRows === 1n;
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

/** Ownership that is offered and not taken yet. */
export async function readHandover(tx: SchoolTransaction, hold = false) {
  const row = await tx
    .selectFrom("handover")
    .select(["from_user as from", "to_user as to", "at"])
    .$if(hold, (query) => query.forNoKeyUpdate())
    .executeTakeFirst();
  return row ?? null;
}

/** Offers ownership, in place of an offer before. */
export async function offerHandover(
  tx: SchoolTransaction,
  school: SchoolId,
  offer: { from: string; to: string; at: string },
): Promise<void> {
  await endHandover(tx);
  await tx
    .insertInto("handover")
    .values({ school_id: school, from_user: offer.from, to_user: offer.to, at: offer.at })
    .execute();
}

export async function endHandover(tx: SchoolTransaction): Promise<void> {
  await tx.deleteFrom("handover").execute();
}
