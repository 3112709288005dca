/** What people answer: what they are asked, whether it can be kept, and what is missing. */
import type { AskedField, FieldAnswers, OwnField, written } from "@dawngate/contract/own-fields";
import {
  type About,
  type AskedAt,
  belowOf,
  type FieldValue,
  inTree,
  readAnswer,
  sayAnswer,
  sayChoice,
} from "@dawngate/core/people";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import type { z } from "zod";
import { notFound, refusal } from "../../base/problem";
import type { SchoolId, SchoolTransaction } from "../../db/connection";
import type { Context, Reach } from "../../school/context";
import { readAllFields, readFields, readValues, type Said, writeValues } from "./store";

/** Whether whoever reaches so far sees what is answered. Who reaches cohorts alone looks after some people only. */
export const mayRead = ({ cohorts }: Pick<Reach, "cohorts">, { seenBy }: OwnField): boolean =>
  cohorts === null || seenBy !== "managers";

/** What a list is narrowed to, as it is asked for; null: whatever the fields say. */
export const narrowedTo = ({
  field,
  says,
}: {
  field?: string | undefined;
  says?: string | undefined;
}): Said | null => (field === undefined || says === undefined ? null : { field, says: [says] });

/**
 * What is said where that is said: a choice, or one that stands below it. Nobody narrows by what they may not read: who is
 * left would tell it. Refused where it is so.
 */
export async function mayNarrowBy(
  tx: SchoolTransaction,
  reach: Pick<Reach, "cohorts">,
  answer: Said | null,
  about: readonly About[] = ["people"],
): Promise<Said | null> {
  if (answer === null) return null;
  const field = (await readAllFields(tx)).find(
    (one) => one.id === answer.field && about.includes(one.about),
  );
  if (!field || !mayRead(reach, field)) throw notFound("There is no such field.");
  return { ...answer, says: answer.says.flatMap((one) => belowOf(field.choices, one)) };
}

/** What stands in the listed fields of some people, or of all else, as far as one may read it; in the school's order. */
export async function readListed(
  tx: SchoolTransaction,
  reach: Pick<Reach, "cohorts">,
  ids: readonly string[],
  about: About = "people",
) {
  const fields = (await readFields(tx, about)).filter(
    (field) => field.listed && mayRead(reach, field),
  );
  const known = await readValues(tx, ids, fields, about);
  const answersOf = (id: string): [OwnField, FieldValue][] =>
    fields.flatMap((field) => {
      const value = known.get(id)?.get(field.id);
      return value === undefined ? [] : [[field, value] as [OwnField, FieldValue]];
    });
  return {
    fields,
    answersOf,
    byField: (of: string) =>
      Object.fromEntries(answersOf(of).map(([{ id }, value]) => [id, value])),
  };
}

/** The fields about something that whoever asks sees. What owners and managers see is read by nobody else. */
export const readSeen = async (
  tx: SchoolTransaction,
  context: Pick<Context, "cohorts" | "may">,
  about: About,
): Promise<OwnField[]> =>
  (await readFields(tx, about)).filter(
    (field) =>
      mayRead(context, field) && (field.seenBy !== "managers" || context.may("fields.change")),
  );

/** What stands in the listed fields of some of something, in words, by their identifiers. */
export async function readWritten(
  tx: SchoolTransaction,
  context: Pick<Context, "cohorts" | "may">,
  ids: readonly string[],
  about: About,
): Promise<(id: string) => z.infer<typeof written>[]> {
  const fields = (await readSeen(tx, context, about)).filter(({ listed }) => listed);
  const known = await readValues(tx, ids, fields, about);
  return (id) =>
    fields.flatMap((field) => {
      const value = known.get(id)?.get(field.id);
      if (value === undefined) return [];
      const says = field.kind === "date" ? sayWrittenDate(String(value)) : sayAnswer(field, value);
      return [{ name: field.name, says }];
    });
}

/** Who answers, or writes down what they know: how far they reach, and, of staff, what they may. */
type Asked = Pick<Reach, "cohorts"> & Partial<Pick<Context, "may">>;

/**
 * The fields that whoever reaches so far is asked at a place, in the school's order: none whose answers they do not see.
 * Of staff, who let somebody in, what is noted about enrollments is asked too.
 */
export async function fieldsAskedAt(
  tx: SchoolTransaction,
  reach: Asked,
  at: AskedAt,
): Promise<OwnField[]> {
  const about = (field: OwnField) =>
    field.about === "people" ||
    (at === "staff" &&
      field.about === "enrollments" &&
      (field.seenBy !== "managers" || reach.may?.("fields.change") === true));
  return (await readAllFields(tx)).filter(
    (field) => about(field) && !field.ended && field.asks[at] !== "no" && mayRead(reach, field),
  );
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
    // Each with what it stands below.
    choices: inTree(choices)
      .filter((one) => !one.ended || given.includes(one.id))
      .map(({ id, ended }) => ({ id, text: sayChoice(choices, id), ended })),
    must: at !== null && asks[at] === "must",
    value,
  };
}

/** Answers that can be kept, by field; null takes away. */
export type Answers = Map<string, FieldValue | null>;

interface Looked<Value> {
  answers: Map<string, Value>;
  /** By field, in the school's order. */
  faults: { field: OwnField; reason: string }[];
}

/**
 * Looks at what is said to some fields: what can be kept, and what is off, or has to be answered at a place and is
 * neither said nor known. `read`: makes an answer of what is said.
 */
export function lookAt<Said, Value extends FieldValue | null>(
  fields: readonly OwnField[],
  saidTo: (field: OwnField) => Said | undefined,
  known: ReadonlyMap<string, FieldValue>,
  at: AskedAt | null,
  read: (
    field: OwnField,
    said: Said,
    before: FieldValue | null,
  ) => { ok: true; value: Value } | { ok: false; fault: string },
): Looked<Value> {
  const looked: Looked<Value> = { answers: new Map(), faults: [] };
  for (const field of fields) {
    const wrong = (reason: string) =>
      looked.faults.push({ field, reason: `${field.name}: ${reason}` });
    const before = known.get(field.id) ?? null;
    const must = at !== null && field.asks[at] === "must";
    const said = saidTo(field);
    const found = said === undefined ? null : read(field, said, before);
    if (found && !found.ok) wrong(found.fault);
    else if (must && (found ? found.value : before) === null) wrong("the school asks for this");
    else if (found) looked.answers.set(field.id, found.value);
  }
  return looked;
}

/** Nothing takes away what stood there. */
const readOrTakeAway = (
  field: OwnField,
  said: FieldAnswers[string],
  before: FieldValue | null,
): { ok: true; value: FieldValue | null } | { ok: false; fault: string } =>
  said === null ? { ok: true, value: null } : readAnswer(field, said, before);

/** Reads what was answered to some fields. Refused, with every fault at its path, also what is not asked. */
export function readAnswers(
  fields: readonly OwnField[],
  given: FieldAnswers,
  known: ReadonlyMap<string, FieldValue>,
  { at, path }: { at: AskedAt | null; path: string },
): Answers {
  const { answers, faults } = lookAt(fields, ({ id }) => given[id], known, at, readOrTakeAway);
  const unknown = Object.keys(given).filter((id) => !fields.some((field) => field.id === id));
  const all = [
    ...unknown.map((id) => ({
      path: `${path}.${id}`,
      reason: "The school does not ask this any more",
    })),
    ...faults.map(({ field, reason }) => ({ path: `${path}.${field.id}`, reason })),
  ];
  if (all.length > 0)
    throw refusal(
      all.length === 1 ? (all[0]?.reason ?? "") : "Some answers are missing or off.",
      all,
    );
  return answers;
}

/** What is known of one person, or of something else. */
export async function knownOf(
  tx: SchoolTransaction,
  id: string | null,
  fields: readonly OwnField[],
  about: About = "people",
): Promise<ReadonlyMap<string, FieldValue>> {
  if (id === null) return new Map();
  return (await readValues(tx, [id], fields, about)).get(id) ?? new Map();
}

/** What somebody answers who comes in, buys, or is enrolled by staff: read for them, and not kept yet. */
export async function answersAt(
  tx: SchoolTransaction,
  reach: Asked,
  at: AskedAt,
  person: string | null,
  given: FieldAnswers,
): Promise<Answers> {
  const fields = await fieldsAskedAt(tx, reach, at);
  if (fields.length === 0 && Object.keys(given).length === 0) return new Map();
  return readAnswers(fields, given, await knownOf(tx, person, fields), { at, path: "answers" });
}

/**
 * Reads and keeps what somebody answers at a place; what staff note of the enrollment stands with that. Refused where
 * something is missing or off.
 */
export async function takeAnswers(
  tx: SchoolTransaction,
  context: { school: SchoolId } & Asked,
  at: AskedAt,
  person: string,
  given: FieldAnswers = {},
  enrollment: string | null = null,
): Promise<void> {
  const answers = await answersAt(tx, context, at, person, given);
  const noted = new Set((await readFields(tx, "enrollments")).map(({ id }) => id));
  const of = (enrollments: boolean) =>
    new Map([...answers].filter(([field]) => noted.has(field) === enrollments));
  await keepAnswers(tx, context.school, person, of(false));
  if (enrollment !== null)
    await keepAnswers(tx, context.school, enrollment, of(true), "enrollments");
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
  of: string,
  answers: Answers,
  about: About = "people",
): Promise<void> {
  await writeValues(
    tx,
    school,
    [...answers].map(([field, value]) => ({ of, field, value })),
    about,
  );
}
