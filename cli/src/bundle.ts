/** `dawngate bundle`: what a bundle saves, how its price falls on its parts, and from how many on it is worth it. */
import { measureBundle, parseBundle } from "@dawngate/core/sales";
import { readOptions } from "./options";
import { type Outcome, WordsError } from "./outcome";
import { readDocument } from "./plan";

export async function bundleCommand(words: readonly string[]): Promise<Outcome> {
  const file = readOptions(words, ["file"]).get("file");
  if (file === undefined) throw new WordsError("Say which bundle: --file FILE");
  const read = await readDocument(file, "The bundle", parseBundle);
  if (!read.ok) return read.outcome;
  return { code: 0, output: `${JSON.stringify(measureBundle(read.value), null, 2)}\n`, errors: "" };
}
