/** Where what one looks for is found. */
import type { Found } from "@dawngate/contract/today";

/** Somewhere to go. */
export interface Goal {
  kind: Found["kind"] | "place" | "setting" | "here";
  title: string;
  says: string;
  href: string;
  /** What it does instead of leading somewhere. */
  run?: () => void;
}

/** Where something that was found is looked at. */
export function goalOf(school: string, { kind, course, id, title, says, published }: Found): Goal {
  const at = `/${school}/courses/${course}`;
  const href =
    kind === "person"
      ? `${at}?enrollment=${encodeURIComponent(id)}`
      : kind === "cohort"
        ? `${at}/cohorts`
        : kind === "course" && published
          ? at
          : `${at}/edit`;
  return { kind, title, says, href };
}
