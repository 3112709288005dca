/** Templates: which fields each kind has, and reading a text for what is wrong with it. */
import type { Kind } from "./kinds";

const ALL = ["school", "person", "link", "preferences"];
const MANY = ["courses", "items"];
const PAYMENT = ["course", "amount", "due"];
const CREDENTIAL = ["credential", "number", "expires"];

const OWN: Record<Kind, readonly string[]> = {
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
export const fieldsOf = (kind: Kind): string[] => [...OWN[kind], ...ALL];

/**
 * What is wrong with a text, each with the position of its brace in code points from 1.
 *
 * @example faultsOfText("opened", "Go to {modul}") // ["at 7: opened has no field \"modul\"; it has courses, items, …"]
 */
export function faultsOfText(kind: Kind, text: string): string[] {
  const letters = [...text];
  const known = fieldsOf(kind);
  const faults: string[] = [];
  for (let i = 0; i < letters.length; i++) {
    const letter = letters[i];
    if (letter !== "{" && letter !== "}") continue;
    if (letters[i + 1] === letter) {
      i += 1;
      continue;
    }
    if (letter === "}") {
      faults.push(`at ${i + 1}: a brace closes that none opens; write }} for a brace itself`);
      continue;
    }
    let end = i + 1;
    while (end < letters.length && letters[end] !== "{" && letters[end] !== "}") end += 1;
    if (letters[end] !== "}") {
      faults.push(`at ${i + 1}: this brace is not closed; write {{ for a brace itself`);
      continue;
    }
    const name = letters.slice(i + 1, end).join("");
    if (!known.includes(name))
      faults.push(`at ${i + 1}: ${kind} has no field "${name}"; it has ${known.join(", ")}`);
    i = end;
  }
  return faults;
}
