/** What a school asks about people, as its notices may say it: to themselves, so only what they see. */
import type { OwnField } from "@dawngate/contract/own-fields";
import { ownField, type Values } from "@dawngate/core/notices";
import { type FieldValue, sayAnswer } from "@dawngate/core/people";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import type { SchoolTransaction } from "../db/connection";
import { fieldsInWords } from "../people/fields/in-words";
import { readValues } from "../people/fields/store";
import { inMail } from "../school/in-mail";

/** What stands in them of some people, as a mail says it. */
export async function ownValues(
  tx: SchoolTransaction,
  people: readonly string[],
): Promise<Map<string, Values>> {
  const fields = await fieldsInWords(tx);
  const found = await readValues(tx, people, fields);
  return new Map(
    [...found].map(([person, values]) => [
      person,
      Object.fromEntries(
        fields.flatMap((field) => {
          const value = values.get(field.id);
          return value === undefined ? [] : [[ownField(field.id), said(field, value)]];
        }),
      ),
    ]),
  );
}

const said = (field: OwnField, value: FieldValue) =>
  inMail(
    field.kind === "date" && typeof value === "string"
      ? sayWrittenDate(value)
      : sayAnswer(field, value),
  );
