/** A quote's lines, and kinds of documents, in words: the same on the page, on what is printed and in the mail. */
import type { Line } from "./unit";

const NAMES: Record<Line["kind"], string> = {
  price: "Price",
  sale: "Sale price",
  early: "Early price",
  late: "Late fee",
  seats: "Seats",
  holder: "For those inside already",
  code: "Code",
  tax: "Tax",
};

export const DOCUMENT_KINDS = { invoice: "Invoice", "credit-note": "Credit note" } as const;

/** Whether a line is one of those that come to the total: tax that is in a price is said apart. */
export const countsInTotal = ({ kind, label }: Pick<Line, "kind" | "label">) =>
  kind !== "tax" || label !== "tax included";

/**
 * What a line says.
 *
 * @param way what its first line is called: the way to pay
 * @example sayLine({ kind: "code", label: "BRAN20", amount }, "Once") // "Code BRAN20"
 */
export function sayLine({ kind, label }: Pick<Line, "kind" | "label">, way = NAMES.price): string {
  switch (kind) {
    case "price":
      return way;
    case "code":
      return `${NAMES.code} ${label}`;
    case "seats":
      return label;
    case "tax":
      return label === "tax taken off" ? "Tax taken off" : NAMES.tax;
    default:
      return NAMES[kind];
  }
}
