/** A table as CSV (RFC 4180), with the columns that are shown. */
import { unparse } from "papaparse";
import type { TableColumn } from "./columns";

/** So many rows a file has at most: more a spreadsheet does not take (common practice). */
export const MOST_ROWS = 1_000_000;

/** Writes the file's text. What would be a formula in a spreadsheet is made harmless. */
export async function writeRows<Row>(
  columns: readonly TableColumn<Row>[],
  pages: AsyncIterable<readonly Row[]> | Iterable<readonly Row[]>,
  onProgress: (rows: number) => void,
): Promise<string> {
  const written = columns.filter(({ text }) => text);
  const data: (string | number | null)[][] = [];
  for await (const page of pages) {
    for (const row of page) data.push(written.map(({ text }) => text?.(row) ?? null));
    onProgress(data.length);
    if (data.length >= MOST_ROWS) break;
  }
  return unparse(
    { fields: written.map(({ title }) => title), data },
    { escapeFormulae: true, newline: "\r\n" },
  );
}
