/** Documents as they are called and listed. */
import type { DocumentSummary } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales";
import { DOCUMENT_KINDS } from "@dawngate/core/sales/line-words";
import { sayDate } from "@dawngate/core/schedule/words";
import { type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import type { DocumentRow } from "./document-store";
import { printParties } from "./parties";
import type { Printed } from "./print";

/** Where a mail says that one lies. */
export const sayFile = (
  { baseUrl, slug }: { baseUrl: string; slug: string },
  { id }: { id: string },
  number: string,
) =>
  `${number}, as a file, once you are signed in: ${baseUrl}/api/schools/${slug}/orders/${id}/documents/${number}`;

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

/** One as it is printed. Days in the school's zone. */
export function printedOf(row: DocumentRow, timeZone: string): Printed {
  const { content, amount, tax, currency } = row;
  const { title, lines, of, rate, notes, seats } = content;
  const { reference, ...parties } = printParties(content);
  const money = (sum: number) => sayMoney(sum, currency);
  const day = (at: string) => sayDate(localDateAt(zoneOf(timeZone), Date.parse(at) as Instant));
  const isInvoice = row.kind === "invoice";
  const [paid, written] = [day(row.at), day(row.issued_at)];
  return {
    kind: DOCUMENT_KINDS[row.kind],
    number: numberOf(row),
    about: [
      `${written} · Order ${row.order_id}`,
      ...(of.length > 0 ? [`Credits invoice ${of.join(", ")}`] : []),
      ...reference,
    ],
    ...parties,
    title,
    lines: lines.map((line) => ({ says: line.says, amount: money(line.amount) })),
    sums: [
      { says: "Without tax", amount: money(amount - tax), strong: false },
      {
        says: rate === null ? "Tax" : `Tax, ${rate / 100} %`,
        amount: money(tax),
        strong: false,
      },
      {
        says: isInvoice ? `Paid on ${paid}` : `Given back on ${paid}`,
        amount: money(amount),
        strong: true,
      },
    ],
    later: [],
    notes: [...(seats > 1 ? [`For ${seats} seats.`] : []), ...notes],
  };
}
