/** Who a school knows, in the database. */
import type { Language } from "@dawngate/core/notices/languages";
import { sql } from "kysely";
import { insertMany } from "../db/bulk";
import { hasAddress } from "../db/by-address";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export interface NewPerson {
  id: string;
  name: string;
  email: string;
  timeZone: string;
}

export async function insertPeople(
  tx: SchoolTransaction,
  school: SchoolId,
  people: readonly NewPerson[],
): Promise<void> {
  await insertMany(
    tx,
    "person",
    people.map(({ id, name, email, timeZone }) => ({
      school_id: school,
      id,
      name,
      email,
      time_zone: timeZone,
    })),
  );
}

/** One person more; false where the address, or the account, is somebody's already. */
export async function insertPerson(
  tx: SchoolTransaction,
  school: SchoolId,
  {
    id,
    name,
    email,
    timeZone,
    account,
    language,
  }: NewPerson & {
    account: string | null;
    language: Language | null;
  },
): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await tx
    .insertInto("person")
    .values({ school_id: school, id, name, email, time_zone: timeZone, user_id: account, language })
    .onConflict((on) => on.doNothing())
    .executeTakeFirst();
  return numInsertedOrUpdatedRows === 1n;
}

/** Name and zone of the people of some enrollments. */
export async function readPeople(tx: SchoolTransaction, enrollments: readonly string[]) {
  const { rows } = await sql<{ id: string; name: string; timeZone: string }>`
    select e.id, p.name, p.time_zone as "timeZone" from enrollment e
    join person p on p.school_id = e.school_id and p.id = e.person_id
    where e.id = any (${[...new Set(enrollments)]}::text[])
  `.execute(tx);
  return new Map(rows.map(({ id, ...person }) => [id, person]));
}

export async function findPersonByEmail(tx: SchoolTransaction, email: string) {
  return tx
    .selectFrom("person")
    .select(["id", "user_id", "name"])
    .where(hasAddress([email]))
    .executeTakeFirst();
}

/** Gives a person the account they sign in with. */
export async function setAccount(tx: SchoolTransaction, person: string, account: string) {
  await tx.updateTable("person").set({ user_id: account }).where("id", "=", person).execute();
}

/** What a school calls somebody, and the zone they live in. */
/** Whether there is a person of this identifier. */
export async function knowsPerson(tx: SchoolTransaction, person: string): Promise<boolean> {
  const found = await tx
    .selectFrom("person")
    .select("id")
    .where("id", "=", person)
    .executeTakeFirst();
  return found !== undefined;
}

export async function readOwnself(tx: SchoolTransaction, person: string) {
  return tx
    .selectFrom("person")
    .select(["name", "email", "time_zone as timeZone"])
    .where("id", "=", person)
    .executeTakeFirstOrThrow();
}

/** In which of a school's languages somebody is written to: the one they read, else its first. */
export async function languageRead(tx: SchoolTransaction, person: string): Promise<Language> {
  const { rows } = await sql<{ language: Language }>`
    select case when p.language = any (s.languages) then p.language else s.languages[1] end
      as language
    from person p join school s on s.id = p.school_id where p.id = ${person}
  `.execute(tx);
  return rows[0]?.language ?? "en";
}

/** Which language they read, where that is known. */
export async function languageSaid(
  tx: SchoolTransaction,
  person: string,
): Promise<Language | null> {
  const row = await tx
    .selectFrom("person")
    .select("language")
    .where("id", "=", person)
    .executeTakeFirst();
  return row?.language ?? null;
}

/** In which language they are told what they are told. */
export async function setLanguageOf(tx: SchoolTransaction, person: string, language: Language) {
  await tx.updateTable("person").set({ language }).where("id", "=", person).execute();
}

export async function setZoneOf(tx: SchoolTransaction, person: string, timeZone: string) {
  await tx.updateTable("person").set({ time_zone: timeZone }).where("id", "=", person).execute();
}

/** Gives whoever signs in with an account another name, as a person and on the staff. */
export async function renameAccount(tx: SchoolTransaction, account: string, name: string) {
  for (const table of ["person", "member"] as const)
    await tx.updateTable(table).set({ name }).where("user_id", "=", account).execute();
}
