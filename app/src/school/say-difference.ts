/** What a change did, from what to what, in lines one can read. */
import type { ChangeRow } from "@dawngate/contract/record";

/** More lines than this are not read. */
const LINES = 8;
const LONG = 120;
/** Identifiers, of which a reader has nothing: the row says who and what is meant. */
const NUMBERS = [
  "user_id",
  "id",
  "author_id",
  "author_kind",
  "invited_by",
  "enrollment_id",
  "hash",
];

/** Our words for parts that are called otherwise where they are kept. */
const WORDS: Record<string, string> = {
  all_courses: "edits all courses",
  cohort_id: "cohort",
  course_id: "course",
  email: "mail address",
};

/** A line a part that differs: `closed: 24 Dec → 24 Dec, 25 Dec`. */
export function sayDifference({ before, after, act }: ChangeRow): string[] {
  const keys = [...new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})])];
  const role = after?.role ?? before?.role;
  const lines = keys.flatMap((key) => {
    const [was, is] = [before?.[key], after?.[key]];
    if (NUMBERS.includes(key) || (isNothing(was) && isNothing(is))) return [];
    // Kept for everybody on the staff, and of meaning for authors alone.
    if (key === "all_courses" && role !== undefined && role !== "author") return [];
    const name = WORDS[key] ?? key.replaceAll("_", " ");
    if (act === "changed") return [`${name}: ${say(was)} → ${say(is)}`];
    return [`${name}: ${say(act === "added" ? is : was)}`];
  });
  return lines.length > LINES
    ? [...lines.slice(0, LINES), `and ${lines.length - LINES} more`]
    : lines;
}

const isNothing = (value: unknown) => value === null || value === undefined || value === "";

function say(value: unknown): string {
  if (isNothing(value)) return "nothing";
  if (typeof value === "boolean") return value ? "yes" : "no";
  const text = typeof value === "string" ? value : JSON.stringify(value);
  return text.length > LONG ? `${text.slice(0, LONG)}…` : text;
}
