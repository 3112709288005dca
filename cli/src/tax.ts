/** `dawngate tax`: which country's rate counts, and what the price comes to. */
import { parseTax, taxByPlace } from "@dawngate/core/sales";
import { readOptions } from "./options";
import { type Outcome, WordsError } from "./outcome";
import { readDocument, refusal } from "./plan";

export async function taxCommand(words: readonly string[]): Promise<Outcome> {
  const file = readOptions(words, ["file"]).get("file");
  if (file === undefined) throw new WordsError("Say which supply: --file FILE");
  const read = await readDocument(file, "The file", parseTax);
  if (!read.ok) return read.outcome;
  const answer = taxByPlace(read.value);
  if (!answer.ok) return refusal(answer.faults);
  return { code: 0, output: `${JSON.stringify(answer.value, null, 2)}\n`, errors: "" };
}
