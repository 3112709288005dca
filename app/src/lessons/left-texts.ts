/** Texts that were typed and not kept by the server yet, in the browser, by lesson. */
import { keepHere, namesHere, readHere } from "../store/kept-here";
import type { KeptText } from "./text-keeper";

interface Place {
  school: string;
  course: string;
}

const nameOf = ({ school, course }: Place, lesson: string) =>
  `dawngate-text-${school}/${course}/${lesson}`;

/** A text with the number of the revision it was typed over; null: it is none. */
export function asKeptText(value: unknown): KeptText | null {
  const { text, revision } = (value ?? {}) as Partial<KeptText>;
  return typeof text === "string" && Number.isInteger(revision)
    ? { text, revision: revision as number }
    : null;
}

export const readLeft = (place: Place, lesson: string): KeptText | null =>
  asKeptText(readHere(nameOf(place, lesson)));

export const writeLeft = (place: Place, lesson: string, left: KeptText | null): void =>
  keepHere(nameOf(place, lesson), left);

/** The lessons of a course with such a text. */
export const lessonsLeft = (place: Place): string[] => namesHere(nameOf(place, ""));
