/** Texts that a border has checked, as what they stand for. */
import { parseDate } from "./civil";
import { parseInstant } from "./instant";
import type { Instant, LocalDate, Parsed } from "./types";

/** A value that was checked where it came in; a TypeError where it was not. */
export function checked<T>(parsed: Parsed<T>): T {
  if (!parsed.ok) throw new TypeError(`This was not checked: ${parsed.reason}`);
  return parsed.value;
}

export const dateIn = (text: string): LocalDate => checked(parseDate(text));
export const instantIn = (text: string): Instant => checked(parseInstant(text));
