/** For whom a way is, by what the school's own fields say of people. */

import type { Comer } from "@dawngate/core/enrollment";
import { type AnswerableField, belowOf, partsOf, sayAnswer } from "@dawngate/core/people";
import { refusal } from "../../base/problem";
import type { SchoolTransaction } from "../../db/connection";
import { knownOf } from "../../people/fields/answers";
import { readFields } from "../../people/fields/store";
import type { WayRow } from "./store";

type Audience = WayRow["audience"];
type Unfit = NonNullable<Comer["unfit"]>;

const textsOf = (field: AnswerableField | undefined, says: readonly string[]) =>
  field ? says.map((id) => sayAnswer(field, id)) : [];

/**
 * What of an audience somebody is not. `atDoor`: they can still answer what the school asks there, so that what is not
 * known keeps nobody out yet.
 */
export async function notFitting(
  tx: SchoolTransaction,
  audience: Audience,
  person: string | null,
  atDoor: boolean,
): Promise<Unfit> {
  if (audience.length === 0) return [];
  const fields = await readFields(tx);
  const known = await knownOf(tx, person, fields);
  return audience.flatMap(({ field: id, says }): Unfit => {
    const field = fields.find((one) => one.id === id);
    const parts = partsOf(known.get(id) ?? null);
    // Whoever is one of those below is it too.
    const fit = field ? says.flatMap((one) => belowOf(field.choices, one)) : says;
    if (parts.some((part) => fit.includes(part))) return [];
    const asked = field !== undefined && !field.ended && field.asks.entering !== "no";
    if (parts.length === 0 && atDoor && asked) return [];
    const about = { field: field?.name ?? "", says: textsOf(field, says) };
    return [{ ...about, known: parts.length > 0 }];
  });
}

/** For whom it is, in pieces a sentence is made of. */
export async function sayAudience(
  tx: SchoolTransaction,
  audience: Audience,
): Promise<{ field: string; says: string[] }[]> {
  if (audience.length === 0) return [];
  const fields = await readFields(tx);
  return audience.flatMap(({ field: id, says }) => {
    const field = fields.find((one) => one.id === id);
    return field ? [{ field: field.name, says: textsOf(field, says) }] : [];
  });
}

/** Refused where a field has no choices, or not those. */
export async function knownAudience(tx: SchoolTransaction, audience: Audience): Promise<void> {
  if (audience.length === 0) return;
  const fields = await readFields(tx);
  for (const [at, { field: id, says }] of audience.entries()) {
    const field = fields.find((one) => one.id === id);
    if (!field || (field.kind !== "choice" && field.kind !== "several"))
      throw refusal("People are told apart by a field with choices.", [
        { path: `audience[${at}].field`, reason: "Choose a field with choices" },
      ]);
    const offered = new Set(field.choices.map((choice) => choice.id));
    const wrong = says.findIndex((one) => !offered.has(one));
    if (wrong >= 0)
      throw refusal(`“${field.name}” has no such choice.`, [
        { path: `audience[${at}].says[${wrong}]`, reason: "Choose one of the field's choices" },
      ]);
  }
}
