/** Documents as they are called and listed. */
import type { DocumentSummary } from "@dawngate/contract/sales";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { type BuyerWords, wordsIn } from "../buyer-words";
import type { DocumentRow } from "./document-store";
import type { ElectronicInvoice } from "./e-invoice";
import { printParties } from "./parties";
import type { Printed } from "./print";

/** Where a mail says that one lies. */
export const sayFile = (
  { baseUrl, slug }: { baseUrl: string; slug: string },
  { id }: { id: string },
  { sales }: Pick<BuyerWords, "sales">,
  number: string,
) => `${sales.mail.file(number)}: ${baseUrl}/api/schools/${slug}/orders/${id}/documents/${number}`;

/** "A-2027-0001": at least four digits (orders.md, "Files and commands"). */
export const numberOf = ({
  series,
  year,
  number,
}: Pick<DocumentRow, "series" | "year" | "number">) =>
  `${series}-${String(year).padStart(4, "0")}-${String(number).padStart(4, "0")}`;

export const sayDocument = (row: DocumentRow): DocumentSummary => ({
  number: numberOf(row),
  kind: row.kind,
  at: row.at,
  amount: row.amount,
  tax: row.tax,
  of: row.content.of,
});

/** One as it is printed, in the language in which it was written. Days in the school's zone. */
export function printedOf(row: DocumentRow, timeZone: string): Printed {
  const { content, amount, tax, currency } = row;
  const { title, lines, of, rate, notes, seats, language = "en" } = content;
  const words = wordsIn(language, currency);
  const { sales, money } = words;
  const { paper } = sales;
  const { reference, ...parties } = printParties(content, words);
  const zone = zoneOf(timeZone);
  const [paid, written] = [words.dayOf(row.at, zone), words.dayOf(row.issued_at, zone)];
  return {
    language,
    kind: sales.kinds[row.kind],
    number: numberOf(row),
    about: [
      `${written} · ${paper.order(row.order_id)}`,
      ...(of.length > 0 ? [paper.credits(of.join(", "))] : []),
      ...reference,
    ],
    ...parties,
    title,
    lines: lines.map((line) => ({ says: line.says, amount: money(line.amount) })),
    sums: [
      { says: paper.withoutTax, amount: money(amount - tax), strong: false },
      {
        says: paper.tax(rate === null ? null : words.rate(rate)),
        amount: money(tax),
        strong: false,
      },
      {
        says: row.kind === "invoice" ? paper.paidOn(paid) : paper.givenBackOn(paid),
        amount: money(amount),
        strong: true,
      },
    ],
    later: [],
    notes: [...(seats > 1 ? [paper.seats(seats)] : []), ...notes],
  };
}

/** One as data, where all of that was known when it was written. */
export function electronicOfRow(row: DocumentRow, timeZone: string): ElectronicInvoice | null {
  const { content, kind, amount, tax, currency } = row;
  const { electronic, seller, buyer, title, lines, of, rate, notes } = content;
  if (!electronic) return null;
  const zone = zoneOf(timeZone);
  const dayOf = (at: string) => formatDate(localDateAt(zone, Date.parse(at) as Instant));
  const [line] = lines;
  return {
    ...electronic,
    kind,
    number: numberOf(row),
    issued: dayOf(row.issued_at),
    moved: dayOf(row.at),
    currency,
    amount,
    tax,
    rate: rate ?? 0,
    // Which part or period it is stands in its one line.
    item: lines.length === 1 && line ? line.says : title,
    seller,
    buyer,
    of,
    notes,
  };
}
