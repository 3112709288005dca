/** A school's own fields: made, changed, put out of use; and what stands in them, for oneself and for staff. */
import { randomBytes } from "node:crypto";
import {
  type AskedField,
  type FieldAnswers,
  MOST_FIELDS,
  type OwnField,
  type OwnFieldChange,
  type OwnFieldTerms,
} from "@dawngate/contract/own-fields";
import { type About, type AskedAt, NO_CHECK } from "@dawngate/core/people";
import { conflict, notFound, ProblemError, refusal } from "../../base/problem";
import type { SchoolTransaction } from "../../db/connection";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import {
  asked,
  fieldsAskedAt,
  keepAnswers,
  knownOf,
  mayRead,
  readAnswers,
  readSeen,
} from "./answers";
import {
  deleteField,
  holdFields,
  insertField,
  isAnswered,
  isAudience,
  mergeChoice,
  orderFields,
  readAllFields,
  readFields,
  takenOf,
  updateField,
} from "./store";

type Db = Pick<Services, "db">;

export async function showFields(
  { db }: Db,
  context: Context,
  about: About | "all",
): Promise<{ fields: OwnField[] }> {
  return db.readSchool(context, async (tx) => ({
    fields: (about === "all" ? await readAllFields(tx) : await readFields(tx, about)).filter(
      (field) => mayRead(context, field),
    ),
  }));
}

/** What does not concern a field's kind is not kept: it would come back when the kind changes. */
function tidied(terms: OwnFieldTerms): OwnFieldTerms {
  const { kind, check } = terms;
  const { longest, signs, least, most, from, to } = check;
  return {
    ...terms,
    check: {
      ...NO_CHECK,
      ...(kind === "text" && { longest, signs }),
      ...(kind === "number" && { least, most }),
      ...(kind === "date" && { from, to }),
    },
  };
}

const sameName = (one: string, other: string) =>
  one.normalize("NFKC").toLowerCase() === other.normalize("NFKC").toLowerCase();

/** Two fields of one name could not be told apart in a list, and not in a file's heads. */
function freeName(fields: readonly OwnField[], name: string, but: string | null): void {
  if (fields.some((field) => field.id !== but && sameName(field.name, name)))
    throw refusal("Another field has this name.", [
      { path: "name", reason: "Another field has this name" },
    ]);
}

export async function makeField(
  { db }: Db,
  context: Context,
  terms: OwnFieldTerms,
): Promise<{ id: string }> {
  const id = `f-${randomBytes(5).toString("hex")}`;
  await db.withSchool(context, async (tx) => {
    await holdFields(tx, context.school);
    const fields = await readAllFields(tx);
    if (fields.length >= MOST_FIELDS)
      throw conflict(`A school has at most ${MOST_FIELDS} fields of its own.`);
    freeName(fields, terms.name, null);
    await insertField(tx, context.school, id, tidied(terms));
  });
  return { id };
}

const found = (fields: readonly OwnField[], id: string): OwnField => {
  const field = fields.find((one) => one.id === id);
  if (!field) throw notFound("There is no such field. It may have been taken away meanwhile.");
  return field;
};

export async function setField(
  { db }: Db,
  context: Context,
  id: string,
  { merged, ...terms }: OwnFieldChange,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const fields = await readAllFields(tx, true);
    const before = found(fields, id);
    freeName(fields, terms.name, id);
    if (before.about !== terms.about)
      throw refusal("What a field is about stays so: make another.", [
        { path: "about", reason: "It stays so: make another field" },
      ]);
    if (before.kind !== terms.kind && (await isAnswered(tx, id)))
      throw refusal("This field has been answered: it stays of its kind.", [
        {
          path: "kind",
          reason: "It has been answered. Put it out of use, and make another of the kind you want",
        },
      ]);
    for (const [at, { from, into }] of merged.entries()) {
      const stands = (one: string) => terms.choices.some((choice) => choice.id === one);
      if (stands(from) || !before.choices.some((choice) => choice.id === from))
        throw refusal("What becomes another choice was one, and is none any more.", [
          { path: `merged[${at}].from`, reason: "Take it out of the choices" },
        ]);
      if (!stands(into))
        throw refusal("There is no such choice for it to become.", [
          { path: `merged[${at}].into`, reason: "Choose one of the field's choices" },
        ]);
      await mergeChoice(tx, id, from, into);
    }
    const gone = before.choices.filter(({ id }) => !terms.choices.some((one) => one.id === id));
    const [taken] = await takenOf(
      tx,
      id,
      gone.map((one) => one.id),
    );
    if (taken !== undefined) {
      const text = gone.find((one) => one.id === taken)?.text ?? taken;
      throw refusal(`“${text}” is in use: put it out of use instead.`, [
        { path: "choices", reason: `“${text}” is in use: put it out of use instead` },
      ]);
    }
    await updateField(tx, id, tidied(terms));
  });
}

export async function placeField(
  { db }: Db,
  context: Context,
  id: string,
  place: number,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    await holdFields(tx, context.school);
    const fields = await readAllFields(tx);
    found(fields, id);
    const ids = fields.map((one) => one.id).filter((one) => one !== id);
    ids.splice(place, 0, id);
    await orderFields(tx, ids);
  });
}

export async function dropField({ db }: Db, context: Context, id: string): Promise<void> {
  await db.withSchool(context, async (tx) => {
    found(await readAllFields(tx, true), id);
    if (await isAnswered(tx, id))
      throw conflict(
        "This field has been answered, and what is known is not thrown away: put it out of use.",
      );
    if (await isAudience(tx, id))
      throw conflict(
        "A way into a course is for people of whom this field says something. Let that way be for anybody first.",
      );
    await deleteField(tx, id);
  });
}

/** What somebody is asked at a place, with what is known of them; without a place all they see about themselves. */
export async function showAsked(
  { db }: Db,
  context: Context,
  at: AskedAt | null,
): Promise<{ fields: AskedField[] }> {
  return db.readSchool(context, async (tx) => {
    const { person } = context;
    const fields = await mine(tx, context, at);
    const known = await knownOf(tx, person, fields);
    const shown = fields.map((field) => asked(field, at, known.get(field.id) ?? null));
    // What is asked no more, or of staff alone, is shown where something is known.
    return { fields: at !== null ? shown : shown.filter(({ value }) => value !== null) };
  });
}

/** What one may read about oneself: at a place what is asked there. */
async function mine(
  tx: SchoolTransaction,
  context: Context,
  at: AskedAt | null,
): Promise<OwnField[]> {
  const fields = at === null ? await readFields(tx) : await fieldsAskedAt(tx, context, at);
  return fields.filter(({ seenBy }) => seenBy === "them");
}

/** Answers for oneself, whatever place it is asked at. */
export async function answerAsked(
  { db }: Db,
  context: Context,
  given: FieldAnswers,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const { person } = context;
    if (person === null)
      throw new ProblemError(404, "This school does not know you yet: enroll in a course first.");
    const fields = (await mine(tx, context, null)).filter(({ ended }) => !ended);
    const known = await knownOf(tx, person, fields);
    const answers = readAnswers(fields, given, known, { at: null, path: "values" });
    // What has to be answered somewhere can be changed, and not be taken away.
    for (const [id, value] of answers)
      if (value === null && Object.values(found(fields, id).asks).includes("must"))
        throw refusal("The school asks for this: change it, it cannot be empty.", [
          { path: `values.${id}`, reason: "The school asks for this" },
        ]);
    await keepAnswers(tx, context.school, person, answers);
  });
}

/** Of what something stands in fields: a person, or something else of the school. */
export interface Whose {
  about: About;
  id: string;
}

/** What stands in the fields of a person, or of something else, as far as whoever asks sees it. Whether they see whose it is is asked before. */
export async function fieldsOf(
  tx: SchoolTransaction,
  context: Context,
  { about, id }: Whose,
): Promise<{ fields: AskedField[] }> {
  const fields = await readSeen(tx, context, about);
  const known = await knownOf(tx, id, fields, about);
  return {
    fields: fields
      .map((field) => ({ field, value: known.get(field.id) ?? null }))
      .filter(({ field, value }) => !field.ended || value !== null)
      .map(({ field, value }) => asked(field, "staff", value)),
  };
}

/** Writes what staff know of a person, or of something else: of all but people what has to be said is said. */
export async function setFieldsOf(
  tx: SchoolTransaction,
  context: Context,
  { about, id }: Whose,
  given: FieldAnswers,
): Promise<void> {
  const fields = await readSeen(tx, context, about);
  const known = await knownOf(tx, id, fields, about);
  const at = about === "people" ? null : "staff";
  const answers = readAnswers(fields, given, known, { at, path: "values" });
  await keepAnswers(tx, context.school, id, answers, about);
}
