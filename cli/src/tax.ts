/** `dawngate tax`: which country's rate counts, and what the price comes to. */
import { parseTax, taxByPlace } from "@dawngate/core/sales";
import { needed, readOptions } from "./options";
import type { Outcome } from "./outcome";
import { readDocument, refusal } from "./plan";

export async function taxCommand(words: readonly string[]): Promise<Outcome> {
  const file = needed(readOptions(words, ["file"]), "file", "Say which supply");
  const read = await readDocument(file, "The file", parseTax);
  if (!read.ok) return read.outcome;
  const answer = taxByPlace(read.value);
  if (!answer.ok) return refusal(answer.faults);
  return { code: 0, output: `${JSON.stringify(answer.value, null, 2)}\n`, errors: "" };
}
