/** Who is spoken to, and where the names and the zone of a sentence come from. */
import type { Zone } from "../../time";

export interface Speaker {
  /** The zone in which dates are said. */
  zone: Zone;
  titleOf(item: string): string;
  /** "you" for the enrollee; "they" where staff read about somebody. */
  person: "you" | "they";
  /** What the school calls its parts; left out: as we do. */
  words?: Called | undefined;
}

/** What a course and its parts are called. */
export interface Called {
  course: string;
  module: string;
  lesson: string;
}

const OURS: Called = { course: "course", module: "module", lesson: "lesson" };

/** What the one who speaks calls them. */
export const called = ({ words = OURS }: Pick<Speaker, "words">): Called => words;

/** Capitalizes the first letter of a sentence. */
export function sentence(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** Joins parts as "a, b and c". */
export function listed(parts: readonly string[], word = "and"): string {
  if (parts.length <= 1) return parts[0] ?? "";
  return `${parts.slice(0, -1).join(", ")} ${word} ${parts.at(-1)}`;
}

/** A title in quotation marks; one that is missing or endless stays readable. */
export function quoted(title: string): string {
  if (title.trim() === "") return "a row without a title";
  return `“${title.length > 80 ? `${title.slice(0, 79)}…` : title}”`;
}
