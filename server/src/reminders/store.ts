/** Reminders in the database. */
import type { Door } from "@dawngate/contract/reminders";
import type { Language } from "@dawngate/core/notices/languages";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export interface ReminderRow {
  id: string;
  door: Door;
  email: string;
  /** What they read; null: nobody knows. */
  language: Language | null;
  askedAt: string;
  confirmedAt: string | null;
}

const columns = (door: Door) => ({
  course_id: door.kind === "listing" ? null : door.course,
  cohort_id: door.kind === "cohort" ? door.cohort : null,
  listing_id: door.kind === "listing" ? door.listing : null,
});

/** As the index has it. */
const at = (door: Door) => {
  const { course_id, cohort_id, listing_id } = columns(door);
  return sql<boolean>`coalesce(course_id, '') = ${course_id ?? ""}
    and coalesce(cohort_id, '') = ${cohort_id ?? ""}
    and coalesce(listing_id, '') = ${listing_id ?? ""}`;
};

interface Row {
  id: string;
  course_id: string | null;
  cohort_id: string | null;
  listing_id: string | null;
  email: string;
  language: Language | null;
  asked_at: string;
  confirmed_at: string | null;
}

function rowOf({
  id,
  course_id,
  cohort_id,
  listing_id,
  email,
  language,
  ...row
}: Row): ReminderRow {
  const course = course_id ?? "";
  const door: Door =
    listing_id !== null
      ? { kind: "listing", listing: listing_id }
      : cohort_id !== null
        ? { kind: "cohort", course, cohort: cohort_id }
        : { kind: "course", course };
  return { id, door, email, language, askedAt: row.asked_at, confirmedAt: row.confirmed_at };
}

const COLUMNS = [
  "id",
  "course_id",
  "cohort_id",
  "listing_id",
  "email",
  "language",
  "asked_at",
  "confirmed_at",
] as const;

/** The one an address has asked for already, held until the transaction ends; null: none. */
export async function readAsked(
  tx: SchoolTransaction,
  door: Door,
  email: string,
): Promise<ReminderRow | null> {
  const row = await tx
    .selectFrom("reminder")
    .select(COLUMNS)
    .where(at(door))
    .where("email", "=", email)
    .forUpdate()
    .executeTakeFirst();
  return row ? rowOf(row) : null;
}

/** The one whose secret this is; null: none. */
export async function readReminder(
  tx: SchoolTransaction,
  id: string,
  hash: string,
): Promise<ReminderRow | null> {
  const row = await tx
    .selectFrom("reminder")
    .select(COLUMNS)
    .where("id", "=", id)
    .where("secret_hash", "=", hash)
    .executeTakeFirst();
  return row ? rowOf(row) : null;
}

/** Writes one; asked for at the same instant twice it is one. False: it was there. */
export async function insertReminder(
  tx: SchoolTransaction,
  school: SchoolId,
  { id, door, email, language, askedAt, confirmedAt }: ReminderRow,
  hash: string,
): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await tx
    .insertInto("reminder")
    .values({
      school_id: school,
      id,
      ...columns(door),
      email,
      language,
      asked_at: askedAt,
      confirmed_at: confirmedAt,
      secret_hash: hash,
    })
    .onConflict((on) => on.doNothing())
    .executeTakeFirst();
  return (numInsertedOrUpdatedRows ?? 0n) > 0n;
}

export async function updateReminder(
  tx: SchoolTransaction,
  id: string,
  set: { asked_at?: string; confirmed_at?: string; secret_hash?: string },
): Promise<void> {
  await tx.updateTable("reminder").set(set).where("id", "=", id).execute();
}

export async function deleteReminder(tx: SchoolTransaction, id: string): Promise<void> {
  await tx.deleteFrom("reminder").where("id", "=", id).execute();
}

/** Forgets those of a door that were asked for before an instant and never confirmed. */
export async function deleteUnconfirmed(
  tx: SchoolTransaction,
  door: Door,
  before: string,
): Promise<void> {
  await tx
    .deleteFrom("reminder")
    .where(at(door))
    .where("confirmed_at", "is", null)
    .where("asked_at", "<", before)
    .execute();
}

/** Whether anybody waits at a door, confirmed or not. */
export async function isWaitedFor(tx: SchoolTransaction, door: Door): Promise<boolean> {
  const row = await tx
    .selectFrom("reminder")
    .select("id")
    .where(at(door))
    .limit(1)
    .executeTakeFirst();
  return row !== undefined;
}

/** Takes so many of a door's reminders away, those not confirmed too, and answers them: they are told, and forgotten. */
export async function takeReminders(
  tx: SchoolTransaction,
  door: Door,
  most: number,
): Promise<ReminderRow[]> {
  const rows = await tx
    .deleteFrom("reminder")
    .where("id", "in", (query) =>
      query
        .selectFrom("reminder")
        .select("id")
        .where(at(door))
        .orderBy("asked_at")
        .limit(most)
        .forUpdate()
        .skipLocked(),
    )
    .returning(COLUMNS)
    .execute();
  return rows.map(rowOf);
}
