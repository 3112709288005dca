/** `dawngate bundle`: what a bundle saves, how its price falls on its parts, and from how many on it is worth it. */
import { measureBundle, parseBundle } from "@dawngate/core/sales";
import { needed, readOptions } from "./options";
import type { Outcome } from "./outcome";
import { readDocument } from "./plan";

export async function bundleCommand(words: readonly string[]): Promise<Outcome> {
  const file = needed(readOptions(words, ["file"]), "file", "Say which bundle");
  const read = await readDocument(file, "The bundle", parseBundle);
  if (!read.ok) return read.outcome;
  return { code: 0, output: `${JSON.stringify(measureBundle(read.value), null, 2)}\n`, errors: "" };
}
