/** Texts that were typed and not kept by the server yet, in the browser, by lesson. */
import type { KeptText } from "./text-keeper";

interface Place {
  school: string;
  course: string;
}

const BEGINS = "dawngate-text-";
const nameOf = ({ school, course }: Place, lesson: string) =>
  `${BEGINS}${school}/${course}/${lesson}`;

export function readLeft(place: Place, lesson: string): KeptText | null {
  try {
    const left = JSON.parse(localStorage.getItem(nameOf(place, lesson)) ?? "null") as unknown;
    const { text, revision } = (left ?? {}) as Partial<KeptText>;
    return typeof text === "string" && Number.isInteger(revision)
      ? { text, revision: revision as number }
      : null;
  } catch {
    // A browser that keeps nothing, or something that is not ours.
    return null;
  }
}

export function writeLeft(place: Place, lesson: string, left: KeptText | null): void {
  try {
    if (left === null) localStorage.removeItem(nameOf(place, lesson));
    else localStorage.setItem(nameOf(place, lesson), JSON.stringify(left));
  } catch {
    // Full, or forbidden: it is still sent as it is left.
  }
}

/** The lessons of a course with such a text. */
export function lessonsLeft(place: Place): string[] {
  try {
    const begins = nameOf(place, "");
    return Object.keys(localStorage).flatMap((name) =>
      name.startsWith(begins) ? [name.slice(begins.length)] : [],
    );
  } catch {
    return [];
  }
}
