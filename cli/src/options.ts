/** A command's options: `--name value` or `--name=value`, each at most once. */
import { parseArgs } from "node:util";
import { type Instant, parseInstant } from "@dawngate/core/time";
import { WordsError } from "./outcome";

/** Reads options; an unknown one, a missing value or a stray word is a {@link WordsError}. */
export function readOptions(
  words: readonly string[],
  names: readonly string[],
): Map<string, string> {
  try {
    const { values } = parseArgs({
      args: joinValues(words),
      options: Object.fromEntries(
        names.map((name) => [name, { type: "string", multiple: true } as const]),
      ),
      strict: true,
      allowPositionals: false,
    });
    const found = new Map<string, string>();
    for (const [name, given] of Object.entries(values)) {
      const list = given as string[];
      if (list.length > 1)
        throw new WordsError(`--${name} is given ${list.length} times; give it once`);
      found.set(name, list[0] as string);
    }
    return found;
  } catch (error) {
    if (error instanceof WordsError) throw error;
    throw new WordsError(error instanceof Error ? error.message : String(error));
  }
}

/** The same, where some options are lists: `--code A B`, or `--code A --code B`. */
export function readLists(
  words: readonly string[],
  names: readonly string[],
  lists: readonly string[],
): { options: Map<string, string>; lists: Map<string, string[]> } {
  const rest: string[] = [];
  const found = new Map<string, string[]>(lists.map((name) => [name, []]));
  let list: string[] | null = null;
  for (const word of words) {
    const [, name = "", value] = /^--([^=]+)(?:=(.*))?$/s.exec(word) ?? [];
    if (word.startsWith("--")) {
      list = found.get(name) ?? null;
      if (list === null) rest.push(word);
      else if (value !== undefined) list.push(value);
    } else if (list !== null) list.push(word);
    else rest.push(word);
  }
  return { options: readOptions(rest, names), lists: found };
}

/** `--plan -` names standard input, which the parser would take for a stray word on some versions. */
function joinValues(words: readonly string[]): string[] {
  return words.flatMap((word, i) =>
    word === "-" ? [] : words[i + 1] === "-" && word.startsWith("--") ? [`${word}=-`] : [word],
  );
}

/** An option that must be there. */
export function needed(options: ReadonlyMap<string, string>, name: string, what: string): string {
  const value = options.get(name);
  if (value === undefined) throw new WordsError(`${what}: --${name} is missing`);
  return value;
}

/** An instant that must be there, in UTC. */
export function neededInstant(options: ReadonlyMap<string, string>, name = "at"): Instant {
  const at = parseInstant(needed(options, name, "Say at which instant, as 2027-03-20T12:00:00Z"));
  if (!at.ok) throw new WordsError(`--${name}: ${at.reason}`);
  return at.value;
}

/** One of a few words; null where the option is left out. */
export function oneOf<T extends string>(
  options: ReadonlyMap<string, string>,
  name: string,
  words: readonly T[],
): T | null {
  const value = options.get(name);
  if (value === undefined) return null;
  const found = words.find((word) => word === value);
  if (!found) throw new WordsError(`--${name} is one of ${words.join(", ")}, not "${value}"`);
  return found;
}
