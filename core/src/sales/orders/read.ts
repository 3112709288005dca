/** A step of a series that its schema has checked. */
import { checked, type DateOffset, parseOffset } from "../../time";

export function stepIn(text: string): DateOffset {
  const offset = checked(parseOffset(text));
  if (offset.kind !== "date") throw new TypeError("This order was not checked: a step in hours");
  return offset;
}
