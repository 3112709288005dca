/** Texts of an order that its schema has checked, as the numbers they stand for. */
import {
  type DateOffset,
  type Instant,
  type LocalDate,
  type Parsed,
  parseDate,
  parseInstant,
  parseOffset,
} from "../../time";

function checked<T>(parsed: Parsed<T>): T {
  if (!parsed.ok) throw new TypeError(`This order was not checked: ${parsed.reason}`);
  return parsed.value;
}

export const dateIn = (text: string): LocalDate => checked(parseDate(text));
export const instantIn = (text: string): Instant => checked(parseInstant(text));

export function stepIn(text: string): DateOffset {
  const offset = checked(parseOffset(text));
  if (offset.kind !== "date") throw new TypeError("This order was not checked: a step in hours");
  return offset;
}
