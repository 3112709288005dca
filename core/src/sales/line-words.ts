/** A quote's lines, and kinds of documents, in words: the same on the page, on what is printed and in the mail. */
import type { Line } from "./unit";

/** What a price is made of; a code is followed by what it is called. */
export interface LineWords
  extends Readonly<Record<Exclude<Line["kind"], "seats"> | "taxTakenOff", string>> {
  seats(count: number): string;
}

export const LINE_WORDS: LineWords = {
  price: "Price",
  sale: "Sale price",
  early: "Early price",
  late: "Late fee",
  seats: (count) => `${count} seats`,
  holder: "For those inside already",
  code: "Code",
  tax: "Tax",
  taxTakenOff: "Tax taken off",
};

export const DOCUMENT_KINDS = { invoice: "Invoice", "credit-note": "Credit note" } as const;

/** Whether a line is one of those that come to the total: tax that is in a price is said apart. */
export const countsInTotal = ({ kind, label }: Pick<Line, "kind" | "label">) =>
  kind !== "tax" || label !== "tax included";

/** What of a quote falls due after the purchase, or after its first payment. */
export const dueLater = <D>({ schedule, dueNow }: { schedule: readonly D[]; dueNow: number }) =>
  schedule.slice(dueNow > 0 ? 1 : 0);

/**
 * What a line says.
 *
 * @param way what its first line is called: the way to pay; null: simply the price
 * @param words those of the reader's language
 * @example sayLine({ kind: "code", label: "BRAN20", amount }, "Once") // "Code BRAN20"
 */
export function sayLine(
  { kind, label }: Pick<Line, "kind" | "label">,
  way: string | null = null,
  words = LINE_WORDS,
): string {
  switch (kind) {
    case "price":
      return way ?? words.price;
    case "code":
      return `${words.code} ${label}`;
    case "seats":
      return words.seats(Number.parseInt(label, 10));
    case "tax":
      return label === "tax taken off" ? words.taxTakenOff : words.tax;
    default:
      return words[kind];
  }
}
