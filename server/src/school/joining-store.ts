/** What an account is and holds in a school, put over to another, in the database. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";

/** The higher of two roles stays; what the other leads and writes is added. */
export async function joinMembers(
  tx: SchoolTransaction,
  into: { id: string; name: string; email: string },
  from: string,
): Promise<void> {
  const rows = await tx
    .selectFrom("member")
    .selectAll()
    .where("user_id", "in", [into.id, from])
    .orderBy("user_id")
    .forNoKeyUpdate()
    .execute();
  const other = rows.find(({ user_id }) => user_id === from);
  if (!other) return;
  const own = rows.find(({ user_id }) => user_id === into.id);
  const rank = ["reviewer", "instructor", "author", "manager", "owner"] as const;
  const role = own && rank.indexOf(own.role) > rank.indexOf(other.role) ? own.role : other.role;
  const all_courses = other.all_courses || (own?.all_courses ?? false);
  await tx
    .insertInto("member")
    .values({
      school_id: other.school_id,
      user_id: into.id,
      role,
      all_courses,
      name: into.name,
      email: into.email,
    })
    .onConflict((on) => on.columns(["school_id", "user_id"]).doUpdateSet({ role, all_courses }))
    .execute();
  for (const [table, column] of [
    ["cohort_instructor", "cohort_id"],
    ["course_author", "course_id"],
  ] as const)
    await sql`
      insert into ${sql.table(table)} (school_id, user_id, ${sql.ref(column)})
      select school_id, ${into.id}, ${sql.ref(column)} from ${sql.table(table)} where user_id = ${from}
      on conflict do nothing
    `.execute(tx);
  // A view of a name that the one that stays has too goes with the other.
  await sql`
    update roster_view v set account_id = ${into.id} where v.account_id = ${from}
      and not exists (select from roster_view o where o.school_id = v.school_id
        and o.account_id = ${into.id} and lower(o.name) = lower(v.name))
  `.execute(tx);
  await tx.deleteFrom("member").where("user_id", "=", from).execute();
}

/** Enrollments go over to the person that stays; the other is nobody any more. */
export async function joinPeople(tx: SchoolTransaction, into: string, from: string): Promise<void> {
  const rows = await tx
    .selectFrom("person")
    .select(["id", "user_id"])
    .where("user_id", "in", [into, from])
    .orderBy("id")
    .forNoKeyUpdate()
    .execute();
  const other = rows.find(({ user_id }) => user_id === from);
  const own = rows.find(({ user_id }) => user_id === into);
  if (!other) return;
  if (!own) {
    await tx.updateTable("person").set({ user_id: into }).where("id", "=", other.id).execute();
    return;
  }
  await tx
    .updateTable("enrollment")
    .set({ person_id: own.id })
    .where("person_id", "=", other.id)
    .execute();
  // What they asked, wait for, and are kept out of: else one account more would open every door.
  for (const table of ["entry_request", "waiting", "entry_block"] as const)
    await sql`
      update ${sql.table(table)} t set person_id = ${own.id} where t.person_id = ${other.id}
        and not exists (select from ${sql.table(table)} o where o.school_id = t.school_id
          and o.person_id = ${own.id} and o.course_id is not distinct from t.course_id)
    `.execute(tx);
  // What only the other answered stays answered.
  await sql`
    update own_value t set person_id = ${own.id} where t.person_id = ${other.id}
      and not exists (select from own_value o where o.school_id = t.school_id
        and o.person_id = ${own.id} and o.field_id = t.field_id)
  `.execute(tx);
  await tx.deleteFrom("person").where("id", "=", other.id).execute();
}
