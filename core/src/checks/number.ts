/** The number that somebody typed, exactly. */
import { decimalIn } from "./fold";
import { Rational } from "./rational";

/** Null: it is none. */
export function readNumber(text: string): Rational | null {
  const decimal = decimalIn(text);
  return decimal === null ? null : Rational.ofDecimal(decimal);
}
