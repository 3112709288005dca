/** Words that may hold what a school asks about people: only what they see of themselves, since they read it. */
import type { OwnField } from "@dawngate/contract/own-fields";
import { faultsOfText, ownField, type TextKind } from "@dawngate/core/notices";
import type { SchoolTransaction } from "../../db/connection";
import { readFields } from "./store";

/** The fields that the words of a notice may hold. */
export async function fieldsInWords(tx: SchoolTransaction): Promise<OwnField[]> {
  return (await readFields(tx)).filter(({ seenBy, ended }) => seenBy === "them" && !ended);
}

/** What is wrong with the words of a kind, by field. */
export function faultsOfWords(
  kind: TextKind,
  words: { subject: string; text: string },
  fields: readonly OwnField[],
) {
  const paths = ["subject", "text"] as const;
  const own = fields.map(({ id }) => ownField(id));
  return paths.flatMap((path) =>
    faultsOfText(kind, words[path], own).map((reason) => ({ path, reason })),
  );
}

/** What is refused of them, at their paths in a request. */
export const faultsAt = (faults: ReturnType<typeof faultsOfWords>) =>
  faults.map(({ path, reason }) => ({ path: `words.${path}`, reason }));

export const FAULTY_WORDS =
  "Something in these words cannot be filled, or leads nowhere; each fault says where.";
