/** Templates: which fields each kind has, and reading a text for what is wrong with it. */
import type { Kind } from "./kinds";

const ALL = ["school", "person", "link", "preferences"];
const MANY = ["courses", "items"];
const PAYMENT = ["course", "amount", "due"];
const CREDENTIAL = ["credential", "number", "expires"];

/** What is written by hand to people of a course has fields as well. */
export type TextKind = Kind | "letter";

const OWN: Record<TextKind, readonly string[]> = {
  letter: ["course", "cohort", "ends"],
  welcome: ["course", "cohort", "open", "next", "ends"],
  opened: MANY,
  "opens-soon": [...MANY, "opens"],
  "window-closes": ["course", "cohort", "closes"],
  "place-free": ["course", "cohort", "lapses"],
  "access-ends": ["course", "ends"],
  "due-soon": [...MANY, "due"],
  overdue: [...MANY, "due"],
  "payment-due": PAYMENT,
  "payment-overdue": PAYMENT,
  "payment-failed": PAYMENT,
  "credential-due": CREDENTIAL,
  "credential-expired": CREDENTIAL,
  announcement: ["title", "text"],
  "by-staff": ["what", "course", "cohort", "reason", "open", "next", "ends"],
};

/** The fields that a kind's texts may hold. */
export const fieldsOf = (kind: TextKind): string[] => [...OWN[kind], ...ALL];

/**
 * What is wrong with a text, each with the position of its brace in code points from 1. `own`: the school's own fields that
 * it may hold beside the kind's, as `ownField` says them.
 *
 * @example faultsOfText("opened", "Go to {modul}") // ["at 7: opened has no field \"modul\"; it has courses, items, …"]
 */
export function faultsOfText(kind: TextKind, text: string, own: readonly string[] = []): string[] {
  return read(kind, text, own).faults;
}

/**
 * The field of a text that says what stands in one of a school's own fields; it keeps its name when that is called
 * otherwise.
 *
 * @example ownField("bakery") // "own:bakery"
 */
export const ownField = (id: string): string => `own:${id}`;

/** What a text is made of, in its order: what is said as it stands, and fields. */
export type TextPart = { says: string } | { field: string };

/**
 * A text taken apart.
 *
 * @example partsOf("opened", "Now: {items}") // [{ says: "Now: " }, { field: "items" }]
 */
export function partsOf(kind: TextKind, text: string): TextPart[] {
  return read(kind, text).parts;
}

/** Its parts put together again; braces in what is said are doubled. */
export function fromParts(parts: readonly TextPart[]): string {
  return parts
    .map((part) =>
      "field" in part ? `{${part.field}}` : part.says.replaceAll("{", "{{").replaceAll("}", "}}"),
    )
    .join("");
}

/** What each field says to one person; left out, or empty: there is nothing to say. */
export type Values = Readonly<Record<string, string>>;

/**
 * A text as somebody reads it. A paragraph with a field that has nothing to say is left out: "You are with cohort
 * {cohort}." says nothing to whoever is with none.
 */
export function fillText(kind: TextKind, text: string, values: Values): string[] {
  const paragraphs: string[] = [];
  for (const paragraph of text.split(/\n\s*\n/)) {
    const parts = partsOf(kind, paragraph);
    if (parts.some((part) => "field" in part && !values[part.field])) continue;
    const filled = parts
      .map((part) => ("field" in part ? values[part.field] : part.says))
      .join("")
      .trim();
    if (filled !== "") paragraphs.push(filled);
  }
  return paragraphs;
}

/** Reads a text once, for what it is made of and for what is wrong with it; a fault's part is said as it stands. */
function read(
  kind: TextKind,
  text: string,
  own: readonly string[] = [],
): { parts: TextPart[]; faults: string[] } {
  const letters = [...text];
  const known = [...fieldsOf(kind), ...own];
  const faults: string[] = [];
  const parts: TextPart[] = [];
  const say = (more: string) => {
    const last = parts.at(-1);
    if (last && "says" in last) last.says += more;
    else parts.push({ says: more });
  };
  for (let i = 0; i < letters.length; i++) {
    const letter = letters[i];
    if (letter !== "{" && letter !== "}") {
      say(letter as string);
      continue;
    }
    if (letters[i + 1] === letter) {
      say(letter);
      i += 1;
      continue;
    }
    if (letter === "}") {
      say(letter);
      faults.push(`at ${i + 1}: a brace closes that none opens; write }} for a brace itself`);
      continue;
    }
    let end = i + 1;
    while (end < letters.length && letters[end] !== "{" && letters[end] !== "}") end += 1;
    if (letters[end] !== "}") {
      say(letter);
      faults.push(`at ${i + 1}: this brace is not closed; write {{ for a brace itself`);
      continue;
    }
    const name = letters.slice(i + 1, end).join("");
    // What a school asks no more has nothing to say, and is a field all the same.
    if (known.includes(name) || name.startsWith("own:")) parts.push({ field: name });
    else say(`{${name}}`);
    if (!known.includes(name))
      faults.push(`at ${i + 1}: ${kind} has no field "${name}"; it has ${known.join(", ")}`);
    i = end;
  }
  return { parts, faults };
}
