/** Invoices and credit notes in the database. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../../db/connection";
import type { DocumentContent, SalesDocumentTable } from "../../db/tables/sales";

export interface DocumentRow
  extends Omit<SalesDocumentTable, "school_id" | "amount" | "tax" | "content"> {
  amount: number;
  tax: number;
  content: DocumentContent;
}

const COLUMNS = [
  "series",
  "year",
  "number",
  "kind",
  "order_id",
  "event",
  "at",
  "issued_at",
  "amount",
  "tax",
  "currency",
  "content",
] as const;

type Kept = Omit<DocumentRow, "amount" | "tax"> & { amount: string; tax: string };
const rowOf = ({ amount, tax, ...row }: Kept): DocumentRow => ({
  ...row,
  amount: Number(amount),
  tax: Number(tax),
});

/** Writes one by the next number of its series and year: without a gap, since it is given back with a transaction that fails. */
export async function insertDocument(
  tx: SchoolTransaction,
  school: SchoolId,
  { content, ...row }: Omit<DocumentRow, "number">,
): Promise<number> {
  const { rows } = await sql<{ last: number }>`
    insert into document_series (school_id, series, year, last) values (${school}, ${row.series}, ${row.year}, 1)
    on conflict (school_id, series, year) do update set last = document_series.last + 1
    returning last
  `.execute(tx);
  const number = rows[0]?.last ?? 1;
  await tx
    .insertInto("sales_document")
    .values({ school_id: school, ...row, number, content: JSON.stringify(content) })
    .execute();
  return number;
}

/** An order's, in the order of its events. */
export async function readDocuments(tx: SchoolTransaction, order: string): Promise<DocumentRow[]> {
  const rows = await tx
    .selectFrom("sales_document")
    .select(COLUMNS)
    .where("order_id", "=", order)
    .orderBy("event")
    .limit(500)
    .execute();
  return rows.map((row) => rowOf(row as Kept));
}

export type Span = readonly [from: string, before: string];
export interface After {
  at: string;
  order: string;
  event: number;
}

/** Those of a span of time, by instant, so many from there on. */
export async function readDocumentsOf(
  tx: SchoolTransaction,
  [from, before]: Span,
  { after = null, skip = 0, most }: { after?: After | null; skip?: number; most: number },
): Promise<DocumentRow[]> {
  let asked = tx
    .selectFrom("sales_document")
    .select(COLUMNS)
    .where("at", ">=", from)
    .where("at", "<", before)
    .orderBy("at")
    .orderBy("order_id")
    .orderBy("event")
    .offset(skip)
    .limit(most);
  if (after)
    asked = asked.where(
      sql<boolean>`(at, order_id, event) > (${after.at}::timestamptz, ${after.order}, ${after.event}::integer)`,
    );
  return (await asked.execute()).map((row) => rowOf(row as Kept));
}

/** What those of a span come to, by kind and currency. */
export async function sumDocuments(tx: SchoolTransaction, [from, before]: Span) {
  const { rows } = await sql<{
    kind: DocumentRow["kind"];
    currency: string;
    count: number;
    amount: string;
    tax: string;
  }>`
    select kind, currency, count(*)::integer as count, sum(amount)::text as amount, sum(tax)::text as tax
    from sales_document where at >= ${from}::timestamptz and at < ${before}::timestamptz
    group by kind, currency order by currency, kind desc
  `.execute(tx);
  return rows.map(({ amount, tax, ...row }) => ({
    ...row,
    amount: Number(amount),
    tax: Number(tax),
  }));
}
