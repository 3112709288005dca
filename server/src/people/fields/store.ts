/** Own fields, and what stands in them, in the database. */
import type { OwnField, OwnFieldTerms } from "@dawngate/contract/own-fields";
import { type About, answerOf, type FieldValue, partsOf } from "@dawngate/core/people";
import { type RawBuilder, sql } from "kysely";
import { insertMany } from "../../db/bulk";
import type { SchoolId, SchoolTransaction } from "../../db/connection";

/** All fields of the school, in its order. `hold`: until the transaction ends nobody else changes any. */
export async function readAllFields(tx: SchoolTransaction, hold = false): Promise<OwnField[]> {
  let asked = tx.selectFrom("own_field").select(["id", "terms"]).orderBy("place").orderBy("id");
  if (hold) asked = asked.forUpdate();
  const rows = await asked.execute();
  // Those from before there were any about something else are about people.
  return rows.map(({ id, terms }) => ({ id, ...terms, about: terms.about ?? "people" }));
}

/** Those about people, or about something else. */
export const readFields = async (
  tx: SchoolTransaction,
  about: About = "people",
): Promise<OwnField[]> => (await readAllFields(tx)).filter((field) => field.about === about);

/** By which column of a value it is known whose it is. */
const WHOSE = {
  people: "person_id",
  enrollments: "enrollment_id",
  cohorts: "cohort_id",
  courses: "course_id",
} as const satisfies Record<About, string>;
const whose = (about: About) => sql.ref(`v.${WHOSE[about]}`);

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

/** What stands in the fields of some people, or of some of something else, by their identifiers and by field. */
export async function readValues(
  tx: SchoolTransaction,
  ids: readonly string[],
  fields: readonly Pick<OwnField, "id" | "kind">[],
  about: About = "people",
): Promise<Map<string, Map<string, FieldValue>>> {
  const found = new Map<string, Map<string, FieldValue>>();
  if (ids.length === 0 || fields.length === 0) return found;
  const { rows } = await sql<{ of: string; field: string; parts: string[] }>`
    select ${whose(about)} as of, v.field_id as field, array_agg(v.value order by v.part) as parts
    from own_value v
    where ${whose(about)} = any (${[...ids]}::text[])
      and v.field_id = any (${fields.map(({ id }) => id)}::text[])
    group by ${whose(about)}, v.field_id
  `.execute(tx);
  const kinds = new Map(fields.map(({ id, kind }) => [id, kind]));
  for (const { of, field, parts } of rows) {
    const value = answerOf(kinds.get(field) ?? "text", parts);
    if (value === null) continue;
    const theirs = found.get(of) ?? new Map<string, FieldValue>();
    found.set(of, theirs.set(field, value));
  }
  return found;
}

/** What is to stand in a field of somebody, or of something; null: nothing. */
export interface NewValue {
  of: string;
  field: string;
  value: FieldValue | null;
}

/** Writes what stands in fields: only what differs is touched, so that the record tells of nothing else. */
export async function writeValues(
  tx: SchoolTransaction,
  school: SchoolId,
  values: readonly NewValue[],
  about: About = "people",
): Promise<void> {
  if (values.length === 0) return;
  const touched = values.map(({ of, field }) => ({ of, field }));
  const parts = values.flatMap(({ of, field, value }) =>
    partsOf(value).map((text, part) => ({ of, field, part, value: text })),
  );
  await sql`
    delete from own_value v
    using jsonb_to_recordset(${JSON.stringify(touched)}::jsonb) t (of text, field text)
    where ${whose(about)} = t.of and v.field_id = t.field and not exists (
      select from jsonb_to_recordset(${JSON.stringify(parts)}::jsonb)
        p (of text, field text, part integer, value text)
      where p.of = ${whose(about)} and p.field = v.field_id and p.part = v.part and p.value = v.value)
  `.execute(tx);
  const there = await sql<{ of: string; field: string; part: number }>`
    select ${whose(about)} as of, v.field_id as field, v.part from own_value v
    join jsonb_to_recordset(${JSON.stringify(touched)}::jsonb) t (of text, field text)
      on ${whose(about)} = t.of and v.field_id = t.field
  `.execute(tx);
  const key = (part: { of: string; field: string; part: number }) =>
    JSON.stringify([part.of, part.field, part.part]);
  const stands = new Set(there.rows.map(key));
  await insertMany(
    tx,
    "own_value",
    parts
      .filter((one) => !stands.has(key(one)))
      .map(({ of, field, part, value }) => ({
        school_id: school,
        [WHOSE[about]]: of,
        field_id: field,
        part,
        value,
      })),
  );
}

/** What stands in the fields of one stands in those of others too, which are new. */
export async function copyValues(
  tx: SchoolTransaction,
  from: string,
  to: readonly string[],
  about: About,
): Promise<void> {
  const column = sql.ref(WHOSE[about]);
  await sql`
    insert into own_value (school_id, ${column}, field_id, part, value)
    select v.school_id, t.id, v.field_id, v.part, v.value
    from own_value v, unnest(${[...to]}::text[]) t (id)
    where ${whose(about)} = ${from}
  `.execute(tx);
}

/** Wherever a choice stood another stands: in what is known, in ways into courses, and in views that are kept. */
export async function mergeChoice(
  tx: SchoolTransaction,
  field: string,
  from: string,
  into: string,
): Promise<void> {
  // Where both were taken, one of them is enough.
  await sql`
    delete from own_value v where v.field_id = ${field} and v.value = ${from} and exists (
      select from own_value o where o.field_id = v.field_id and o.value = ${into}
        and o.person_id is not distinct from v.person_id
        and o.enrollment_id is not distinct from v.enrollment_id
        and o.cohort_id is not distinct from v.cohort_id
        and o.course_id is not distinct from v.course_id)
  `.execute(tx);
  await tx
    .updateTable("own_value")
    .set({ value: into })
    .where("field_id", "=", field)
    .where("value", "=", from)
    .execute();
  await sql`
    update way_in w set audience = (
      select jsonb_agg(case when a.one ->> 'field' <> ${field} then a.one else jsonb_set(a.one, '{says}', (
        select jsonb_agg(distinct case when says = ${from} then ${into}::text else says end)
        from jsonb_array_elements_text(a.one -> 'says') says)) end order by a.place)
      from jsonb_array_elements(w.audience) with ordinality a (one, place))
    where w.audience @> jsonb_build_array(
      jsonb_build_object('field', ${field}::text, 'says', jsonb_build_array(${from}::text)))
  `.execute(tx);
  await sql`
    update roster_view set terms = jsonb_set(terms, '{answer,says}', to_jsonb(${into}::text))
    where terms -> 'answer' ->> 'field' = ${field} and terms -> 'answer' ->> 'says' = ${from}
  `.execute(tx);
}

/** What a part of a field says: one of these. */
export interface Said {
  field: string;
  says: readonly string[];
}

const oneOf = ({ says }: Said) => sql`any (${[...says]}::text[])`;

/** The people of whom a field says something, so many at the most. */
export async function peopleWho(
  tx: SchoolTransaction,
  said: Said,
  most: number,
): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select distinct person_id as id from own_value
    where field_id = ${said.field} and value = ${oneOf(said)} limit ${sql.lit(most)}
  `.execute(tx);
  return rows.map(({ id }) => id);
}

/** The enrollments of which a field says something, of themselves or of their people, so many at the most; null: of more. */
export async function enrolledWho(
  tx: SchoolTransaction,
  said: Said,
  most: number,
): Promise<RawBuilder<unknown> | null> {
  const { rows } = await sql<{ person: string | null; enrollment: string | null }>`
    select distinct person_id as person, enrollment_id as enrollment from own_value
    where field_id = ${said.field} and value = ${oneOf(said)} limit ${sql.lit(most + 1)}
  `.execute(tx);
  if (rows.length > most) return null;
  const people = rows.flatMap(({ person }) => person ?? []);
  const enrollments = rows.flatMap(({ enrollment }) => enrollment ?? []);
  // A field is about one of the two.
  return enrollments.length > 0
    ? sql`e.id = any (${enrollments}::text[])`
    : sql`e.person_id = any (${people}::text[])`;
}

/** Whether a field says something of the enrollment `e`, or of its person. */
export const saysOfEnrolled = (said: Said) =>
  sql`(${saysOf(sql.ref("e.person_id"), said)} or ${saysOf(sql.ref("e.id"), said, "enrollments")})`;

/** Whether a field says something of a person, or of something else, as a part of a statement. */
export const saysOf = (
  id: RawBuilder<unknown>,
  said: Said,
  about: About = "people",
) => sql`exists (select from own_value v where ${whose(about)} = ${id}
    and v.field_id = ${said.field} and v.value = ${oneOf(said)})`;

/** Whether a way into a course is for those of whom a field says something. */
export async function isAudience(tx: SchoolTransaction, field: string): Promise<boolean> {
  const { rows } = await sql`
    select from way_in where audience @> ${JSON.stringify([{ field }])}::jsonb limit 1
  `.execute(tx);
  return rows.length > 0;
}
