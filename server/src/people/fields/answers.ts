/** What people answer: what they are asked, whether it can be kept, and what is missing. */
import type { AskedField, FieldAnswers, OwnField } from "@dawngate/contract/own-fields";
import { type AskedAt, type FieldValue, readAnswer } from "@dawngate/core/people";
import { notFound, refusal } from "../../base/problem";
import type { SchoolId, SchoolTransaction } from "../../db/connection";
import type { Reach } from "../../school/context";
import { readFields, readValues, type Said, writeValues } from "./store";

/** Whether whoever reaches so far sees what is answered. Who reaches cohorts alone looks after some people only. */
export const mayRead = ({ cohorts }: Pick<Reach, "cohorts">, { seenBy }: OwnField): boolean =>
  cohorts === null || seenBy !== "managers";

/** Nobody narrows by what they may not read: who is left would tell it. Refused where it is so. */
export async function mayNarrowBy(
  tx: SchoolTransaction,
  reach: Pick<Reach, "cohorts">,
  answer: Said | null,
): Promise<void> {
  if (answer === null) return;
  const field = (await readFields(tx)).find(({ id }) => id === answer.field);
  if (!field || !mayRead(reach, field)) throw notFound("There is no such field.");
}

/** What stands in the listed fields of some people, as far as one may read it; each in the school's order. */
export async function readListed(
  tx: SchoolTransaction,
  reach: Pick<Reach, "cohorts">,
  people: readonly string[],
) {
  const fields = (await readFields(tx)).filter((field) => field.listed && mayRead(reach, field));
  const known = await readValues(tx, people, fields);
  const answersOf = (person: string): [OwnField, FieldValue][] =>
    fields.flatMap((field) => {
      const value = known.get(person)?.get(field.id);
      return value === undefined ? [] : [[field, value] as [OwnField, FieldValue]];
    });
  return {
    fields,
    answersOf,
    byField: (person: string) =>
      Object.fromEntries(answersOf(person).map(([{ id }, value]) => [id, value])),
  };
}

/** The fields that are asked at a place, in the school's order. */
export async function fieldsAskedAt(tx: SchoolTransaction, at: AskedAt): Promise<OwnField[]> {
  return (await readFields(tx)).filter(({ asks, ended }) => !ended && asks[at] !== "no");
}

/** A field as whoever answers it meets it. A choice that is put out of use is there while it is the answer. */
export function asked(field: OwnField, at: AskedAt | null, value: FieldValue | null): AskedField {
  const { id, name, hint, kind, check, choices, asks } = field;
  const given = Array.isArray(value) ? value : [value];
  return {
    id,
    name,
    hint,
    kind,
    check,
    choices: choices.filter((one) => !one.ended || given.includes(one.id)),
    must: at !== null && asks[at] === "must",
    value,
  };
}

/** Answers that can be kept, by field; null takes away. */
export type Answers = Map<string, FieldValue | null>;

/**
 * Reads what was answered to some fields. Refused, with every fault at its path: what is not asked, what cannot be an
 * answer, and at a place what has to be answered and is not, nor known already.
 */
export function readAnswers(
  fields: readonly OwnField[],
  given: FieldAnswers,
  known: ReadonlyMap<string, FieldValue>,
  { at, path }: { at: AskedAt | null; path: string },
): Answers {
  const faults: { path: string; reason: string }[] = [];
  const answers: Answers = new Map();
  const wrong = (id: string, reason: string) => faults.push({ path: `${path}.${id}`, reason });
  for (const id of Object.keys(given))
    if (!fields.some((field) => field.id === id))
      wrong(id, "The school does not ask this any more");
  for (const field of fields) {
    const before = known.get(field.id) ?? null;
    const said = given[field.id];
    const must = at !== null && field.asks[at] === "must";
    if (said === undefined) {
      if (must && before === null) wrong(field.id, `${field.name}: the school asks for this`);
    } else if (said === null) {
      if (must) wrong(field.id, `${field.name}: the school asks for this`);
      else answers.set(field.id, null);
    } else {
      const read = readAnswer(field, said, before);
      if (read.ok) answers.set(field.id, read.value);
      else wrong(field.id, `${field.name}: ${read.fault}`);
    }
  }
  if (faults.length > 0)
    throw refusal(
      faults.length === 1 ? (faults[0]?.reason ?? "") : "Some answers are missing or off.",
      faults,
    );
  return answers;
}

/** What is known of one person. */
export async function knownOf(
  tx: SchoolTransaction,
  person: string | null,
  fields: readonly OwnField[],
): Promise<ReadonlyMap<string, FieldValue>> {
  if (person === null) return new Map();
  return (await readValues(tx, [person], fields)).get(person) ?? new Map();
}

/** What somebody answers who comes in, buys, or is enrolled by staff: read for them, and not kept yet. */
export async function answersAt(
  tx: SchoolTransaction,
  at: AskedAt,
  person: string | null,
  given: FieldAnswers,
): Promise<Answers> {
  const fields = await fieldsAskedAt(tx, at);
  if (fields.length === 0 && Object.keys(given).length === 0) return new Map();
  return readAnswers(fields, given, await knownOf(tx, person, fields), { at, path: "answers" });
}

/** Reads and keeps what somebody answers at a place. Refused where something is missing or off. */
export async function takeAnswers(
  tx: SchoolTransaction,
  { school }: { school: SchoolId },
  at: AskedAt,
  person: string,
  given: FieldAnswers = {},
): Promise<void> {
  await keepAnswers(tx, school, person, await answersAt(tx, at, person, given));
}

/** Keeps answers of some time ago: those that are still asked for, and can still be an answer. */
export async function keepWhatHolds(
  tx: SchoolTransaction,
  school: SchoolId,
  person: string,
  given: FieldAnswers,
): Promise<void> {
  const answers: Answers = new Map();
  for (const field of await readFields(tx)) {
    const said = given[field.id];
    const read = said === undefined || said === null ? null : readAnswer(field, said);
    if (read?.ok) answers.set(field.id, read.value);
  }
  await keepAnswers(tx, school, person, answers);
}

export async function keepAnswers(
  tx: SchoolTransaction,
  school: SchoolId,
  person: string,
  answers: Answers,
): Promise<void> {
  await writeValues(
    tx,
    school,
    [...answers].map(([field, value]) => ({ person, field, value })),
  );
}
