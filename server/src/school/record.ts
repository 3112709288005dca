/** The record of changes: read page by page, taken out as CSV (RFC 4180), and checked for what is missing. */
import {
  type Changes,
  type ChangesQuery,
  RECORDED,
  type RecordState,
} from "@dawngate/contract/record";
import { addDays, formatInstant, parseDate, startOfDay, zoneOf } from "@dawngate/core/time";
import type { Database, SchoolTransaction } from "../db/connection";
import type { Context } from "./context";
import { type ChangeRead, checkChain, type Filter, readAuthors, readChanges } from "./record-store";
import { reading } from "./service";
import { readSchool } from "./store";

const PAGE = 50;
/** A page of the export, and so many at the most: what goes beyond is asked for by its days. */
const EXPORT_PAGE = 1000;
const EXPORT_MOST = 200_000;

async function filterOf(
  tx: SchoolTransaction,
  { from, through, ...rest }: ChangesQuery,
): Promise<Filter> {
  const zone = zoneOf((await readSchool(tx)).time_zone);
  const begin = (text: string | undefined, days: number) => {
    const date = text === undefined ? null : parseDate(text);
    return date?.ok ? formatInstant(startOfDay(zone, addDays(date.value, days))) : undefined;
  };
  const [since, until] = [begin(from, 0), begin(through, 1)];
  return { ...rest, ...(since && { since }), ...(until && { until }) };
}

export async function showChanges(
  db: Database,
  context: Context,
  query: ChangesQuery,
): Promise<Changes> {
  return reading(db, context, async (tx) => {
    const rows = await readChanges(tx, await filterOf(tx, query), PAGE + 1);
    const shown = rows.slice(0, PAGE);
    return {
      changes: shown.map(({ author, author_kind, author_id, ...row }) => ({
        ...row,
        by: { kind: author_kind, id: author_id, name: author },
      })),
      next: rows.length > PAGE ? (shown.at(-1)?.number ?? null) : null,
      people: await readAuthors(tx),
    };
  });
}

export async function showRecordState(db: Database, context: Context): Promise<RecordState> {
  return reading(db, context, checkChain);
}

/** The record as CSV, the newest first, a page at a time. */
export function changesAsCsv(
  db: Database,
  context: Context,
  query: ChangesQuery,
): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  let before = query.before;
  let left = EXPORT_MOST;
  let first = true;
  return new ReadableStream({
    async pull(controller) {
      const rows = await reading(db, context, async (tx) =>
        readChanges(
          tx,
          { ...(await filterOf(tx, query)), ...(before !== undefined && { before }) },
          Math.min(EXPORT_PAGE, left),
        ),
      );
      left -= rows.length;
      const lines = [...(first ? [HEAD] : []), ...rows.map(fieldsOf)];
      first = false;
      if (lines.length > 0)
        controller.enqueue(
          encoder.encode(lines.map((line) => `${line.map(quoted).join(",")}\r\n`).join("")),
        );
      before = rows.at(-1)?.number;
      if (rows.length < EXPORT_PAGE || left <= 0 || before === undefined) controller.close();
    },
  });
}

const HEAD = [
  "number",
  "at",
  "by",
  "by_id",
  "by_kind",
  "what",
  "act",
  "subject",
  "course",
  "person",
  "before",
  "after",
];

function fieldsOf(row: ChangeRead): string[] {
  return [
    String(row.number),
    row.at,
    row.author,
    row.author_id,
    row.author_kind,
    RECORDED[row.what as keyof typeof RECORDED] ?? row.what,
    row.act,
    row.subject,
    row.course ?? "",
    row.person ?? "",
    row.before === null ? "" : JSON.stringify(row.before),
    row.after === null ? "" : JSON.stringify(row.after),
  ];
}

/** A field as RFC 4180 writes it; what a spreadsheet would take for a formula is made a text (OWASP, CSV injection). */
function quoted(field: string): string {
  const safe = /^[=+\-@\t\r]/.test(field) ? `'${field}` : field;
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}
