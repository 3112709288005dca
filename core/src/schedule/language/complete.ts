/** What could be typed next in a gate's sentence. */
import type { Names } from "./names";
import { readGate } from "./read";

export interface Completion {
  /** What stands from here on up to the caret would be replaced. */
  from: number;
  text: string;
}

/**
 * Completions at the end of what is typed, those first that go on with the word one is in; at most `most`.
 *
 * @example completions("14 days aft", names) // [{ from: 8, text: "after" }]
 */
export function completions(text: string, names: Names, most = 8): Completion[] {
  const read = readGate(text, names);
  const word = /[\p{L}\p{N}]+$/u.exec(text)?.index;
  return [
    // The word one is in may be the beginning of another than was understood.
    ...(word === undefined ? [] : offered(text, word, names)),
    ...offered(text, read.ok ? text.length : read.at, names),
  ]
    .filter(({ text }, i, all) => all.findIndex((one) => one.text === text) === i)
    .slice(0, most);
}

/** What could stand from a place on, that begins with what stands there. */
function offered(text: string, at: number, names: Names): Completion[] {
  const begun = text.slice(at).trimStart();
  const from = text.length - begun.length;
  // What cannot stand there shows what could.
  const read = readGate(`${text.slice(0, from)} ?`, names);
  const plain = (one: string) => one.toLocaleLowerCase("en").replace(/^“/, "");
  return (read.ok ? [] : read.expected)
    .filter(({ kind, text }) => !kind && text !== begun && plain(text).startsWith(plain(begun)))
    .map(({ text }) => ({ from, text }));
}
