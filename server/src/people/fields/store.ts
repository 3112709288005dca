/** Own fields, and what stands in them, in the database. */
import type { OwnField, OwnFieldTerms } from "@dawngate/contract/own-fields";
import { answerOf, type FieldValue, partsOf } from "@dawngate/core/people";
import { type RawBuilder, sql } from "kysely";
import { insertMany } from "../../db/bulk";
import type { SchoolId, SchoolTransaction } from "../../db/connection";

/** All fields of the school, in its order. `hold`: until the transaction ends nobody else changes any. */
export async function readFields(tx: SchoolTransaction, hold = false): Promise<OwnField[]> {
  let asked = tx.selectFrom("own_field").select(["id", "terms"]).orderBy("place").orderBy("id");
  if (hold) asked = asked.forUpdate();
  const rows = await asked.execute();
  return rows.map(({ id, terms }) => ({ id, ...terms }));
}

/** Makes whoever adds or moves a field wait for the one before. */
export async function holdFields(tx: SchoolTransaction, school: SchoolId): Promise<void> {
  await sql`select from school where id = ${school} for no key update`.execute(tx);
}

export async function insertField(
  tx: SchoolTransaction,
  school: SchoolId,
  id: string,
  terms: OwnFieldTerms,
): Promise<void> {
  await sql`
    insert into own_field (school_id, id, place, terms)
    select ${school}, ${id}, coalesce(max(place), -1) + 1, ${JSON.stringify(terms)}::jsonb from own_field
  `.execute(tx);
}

export async function updateField(
  tx: SchoolTransaction,
  id: string,
  terms: OwnFieldTerms,
): Promise<void> {
  await tx
    .updateTable("own_field")
    .set({ terms: JSON.stringify(terms) })
    .where("id", "=", id)
    .execute();
}

/** Puts all fields into an order. */
export async function orderFields(tx: SchoolTransaction, ids: readonly string[]): Promise<void> {
  await sql`
    update own_field f set place = o.place - 1
    from unnest(${[...ids]}::text[]) with ordinality o (id, place)
    where f.id = o.id and f.place <> o.place - 1
  `.execute(tx);
}

export async function deleteField(tx: SchoolTransaction, id: string): Promise<void> {
  await tx.deleteFrom("own_field").where("id", "=", id).execute();
}

/** Whether anybody has answered. */
export async function isAnswered(tx: SchoolTransaction, field: string): Promise<boolean> {
  const found = await tx
    .selectFrom("own_value")
    .select("part")
    .where("field_id", "=", field)
    .limit(1)
    .executeTakeFirst();
  return found !== undefined;
}

/** Which of some choices of a field somebody has taken, or a way into a course is for. */
export async function takenOf(
  tx: SchoolTransaction,
  field: string,
  choices: readonly string[],
): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select id from unnest(${[...choices]}::text[]) id
    where exists (select from own_value v where v.field_id = ${field} and v.value = id)
      or exists (select from way_in w where w.audience
        @> jsonb_build_array(jsonb_build_object('field', ${field}::text, 'says', jsonb_build_array(id))))
  `.execute(tx);
  return rows.map(({ id }) => id);
}

/** What stands in the fields of some people, by person and field. */
export async function readValues(
  tx: SchoolTransaction,
  people: readonly string[],
  fields: readonly Pick<OwnField, "id" | "kind">[],
): Promise<Map<string, Map<string, FieldValue>>> {
  const found = new Map<string, Map<string, FieldValue>>();
  if (people.length === 0 || fields.length === 0) return found;
  const { rows } = await sql<{ person: string; field: string; parts: string[] }>`
    select person_id as person, field_id as field, array_agg(value order by part) as parts
    from own_value
    where person_id = any (${[...people]}::text[])
      and field_id = any (${fields.map(({ id }) => id)}::text[])
    group by person_id, field_id
  `.execute(tx);
  const kinds = new Map(fields.map(({ id, kind }) => [id, kind]));
  for (const { person, field, parts } of rows) {
    const value = answerOf(kinds.get(field) ?? "text", parts);
    if (value === null) continue;
    const theirs = found.get(person) ?? new Map<string, FieldValue>();
    found.set(person, theirs.set(field, value));
  }
  return found;
}

/** What is to stand in a field of a person; null: nothing. */
export interface NewValue {
  person: string;
  field: string;
  value: FieldValue | null;
}

/** Writes what stands in fields: only what differs is touched, so that the record tells of nothing else. */
export async function writeValues(
  tx: SchoolTransaction,
  school: SchoolId,
  values: readonly NewValue[],
): Promise<void> {
  if (values.length === 0) return;
  const touched = values.map(({ person, field }) => ({ person, field }));
  const parts = values.flatMap(({ person, field, value }) =>
    partsOf(value).map((text, part) => ({
      school_id: school,
      person_id: person,
      field_id: field,
      part,
      value: text,
    })),
  );
  await sql`
    delete from own_value v
    using jsonb_to_recordset(${JSON.stringify(touched)}::jsonb) t (person text, field text)
    where v.person_id = t.person and v.field_id = t.field and not exists (
      select from jsonb_to_recordset(${JSON.stringify(parts)}::jsonb)
        p (person_id text, field_id text, part integer, value text)
      where p.person_id = v.person_id and p.field_id = v.field_id and p.part = v.part and p.value = v.value)
  `.execute(tx);
  const there = await sql<{ person: string; field: string; part: number }>`
    select v.person_id as person, v.field_id as field, v.part from own_value v
    join jsonb_to_recordset(${JSON.stringify(touched)}::jsonb) t (person text, field text)
      on v.person_id = t.person and v.field_id = t.field
  `.execute(tx);
  const key = (person: string, field: string, part: number) =>
    JSON.stringify([person, field, part]);
  const stands = new Set(there.rows.map(({ person, field, part }) => key(person, field, part)));
  await insertMany(
    tx,
    "own_value",
    parts.filter(({ person_id, field_id, part }) => !stands.has(key(person_id, field_id, part))),
  );
}

/** What a part of a field says. */
export interface Said {
  field: string;
  says: string;
}

/** The people of whom a field says something, so many at the most. */
export async function peopleWho(
  tx: SchoolTransaction,
  { field, says }: Said,
  most: number,
): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select person_id as id from own_value where field_id = ${field} and value = ${says}
    limit ${sql.lit(most)}
  `.execute(tx);
  return rows.map(({ id }) => id);
}

/** Whether a field says something of a person, as a part of a statement. */
export const saysOf = (person: RawBuilder<unknown>, { field, says }: Said) =>
  sql`exists (select from own_value v where v.person_id = ${person}
    and v.field_id = ${field} and v.value = ${says})`;

/** Whether a way into a course is for those of whom a field says something. */
export async function isAudience(tx: SchoolTransaction, field: string): Promise<boolean> {
  const { rows } = await sql`
    select from way_in where audience @> ${JSON.stringify([{ field }])}::jsonb limit 1
  `.execute(tx);
  return rows.length > 0;
}
