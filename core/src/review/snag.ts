/** A snag: a fault found in a plan, where it is, why it is one, and what mends it. */
import type { Operation } from "../courses";

/** What a snag is about; one file each in ./snags. */
export const SNAG_KINDS = [
  "repeated-offset",
  "same-day",
  "never-opens",
  "closes-first",
  "after-access",
  "short-validity",
  "cohort-dates",
  "for-cohorts",
  "no-lessons",
  "no-content",
  "clock-change",
] as const;
export type SnagKind = (typeof SNAG_KINDS)[number];

/** Stops publishing; likely a mistake; worth a look. */
export type Weight = "stops" | "likely" | "look";

/** What one press does about it: operations on the draft, undone as one step. */
export interface Mend {
  label: string;
  operations: Operation[];
}

/** As a check finds it. */
export interface Finding {
  weight: Weight;
  /** The module or lesson it stands at; null: the course itself. */
  item: string | null;
  /** The cohort for which it holds; null: for all. */
  cohort: string | null;
  /** One sentence, with the dates or figures in it. */
  reason: string;
  mends: Mend[];
  /** What the finding rests on: as long as it is the same, "meant so" holds. */
  about: unknown;
}

export interface Snag extends Omit<Finding, "about"> {
  kind: SnagKind;
  /** Names the snag as long as its place stays as it is. */
  key: string;
}

/** The name of a finding: another as soon as what it rests on changes. */
export function nameOf(kind: SnagKind, { item, cohort, about }: Finding): string {
  return `${kind}/${item ?? "course"}${cohort === null ? "" : `@${cohort}`}/${hashOf(JSON.stringify(about) ?? "")}`;
}

/** FNV-1a, 32 bits, in base 36. */
function hashOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++)
    hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193) >>> 0;
  return hash.toString(36);
}
