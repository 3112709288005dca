/** A spreadsheet's rows as an outline: by the names of its columns, or by what stands in them. */
import type { PaperRole, PaperRow } from "./row";
import { type Column, columnOf, readRows, type TableRow } from "./rows";
import { kindOf, minutesOf, readTitle, withoutNumber } from "./title";

type Columns = (Column | null)[];

/** Reads a table. The row of column names, if there is one, is left out; columns of another name go into the text. */
export function readTable(text: string, separator: string): PaperRow[] {
  const table = readRows(text, separator);
  const names = table[0]?.fields ?? [];
  const named = names.map(columnOf);
  const hasNames = named.some((column) => column !== null);
  const columns = hasNames ? withTitle(named) : guessed(table);
  const rows: PaperRow[] = [];
  let module = "";
  for (const [index, row] of table.entries()) {
    if (index === 0 && hasNames) {
      rows.push(paperRow(row, "left-out", row.source.trim()));
      continue;
    }
    const cell = (column: Column) => row.fields[columns.indexOf(column)]?.trim() ?? "";
    const level = levelOf(cell("level"));
    const given = cell("module");
    if (given !== "" && given !== module) {
      module = given;
      rows.push(paperRow(row, "module", withoutNumber(readTitle(given).title).title));
    }
    const name = cell("lesson");
    if (name !== "") {
      const read = readTitle(name);
      rows.push({
        ...paperRow(row, level ?? "lesson", withoutNumber(read.title).title),
        kind: kindOf(cell("kind")) ?? read.kind,
        minutes: lengthOf(cell("minutes")) ?? read.minutes,
      });
    }
    const rest = restOf(row, columns, hasNames ? names : []);
    if (rest !== "") rows.push(paperRow(row, "text", rest));
    if (given === "" && name === "" && rest === "")
      rows.push({ ...paperRow(row, "left-out", row.source.trim()), unclear: true });
  }
  return rows;
}

function paperRow({ line, source }: TableRow, role: PaperRole, title: string): PaperRow {
  return { line, source, role, title, kind: null, minutes: null, unclear: false, gap: 0 };
}

/** A bare number in a column of lengths is minutes. */
function lengthOf(text: string): number | null {
  return /^\d{1,4}([.,]\d+)?$/.test(text) ? Number(text.replace(",", ".")) : minutesOf(text);
}

function levelOf(text: string): PaperRole | null {
  if (/^(1|module|part|section)$/i.test(text)) return "module";
  return /^(2|lesson|lecture|topic)$/i.test(text) ? "lesson" : null;
}

/** What no column is known for, and a kind or a length that was not understood: nothing is lost. */
function restOf({ fields }: TableRow, columns: Columns, names: string[]): string {
  const parts = fields.flatMap((field, index) => {
    const text = field.trim();
    if (text === "") return [];
    const column = columns[index] ?? null;
    if (column === "text") return [text];
    const understood =
      column === "module" ||
      column === "lesson" ||
      (column === "level" && levelOf(text) !== null) ||
      (column === "kind" && kindOf(text) !== null) ||
      (column === "minutes" && lengthOf(text) !== null);
    if (understood) return [];
    const name = names[index]?.trim();
    return [name ? `${name}: ${text}` : text];
  });
  return parts.join("\n");
}

/** Names that leave the lesson out: the first column without a meaning holds it. */
function withTitle(named: Columns): Columns {
  if (named.includes("lesson")) return named;
  const free = named.indexOf(null);
  if (free === -1) return named;
  return named.map((column, index) => (index === free ? "lesson" : column));
}

/** Columns without names: lengths and kinds by what stands in them, then module and lesson, or the lesson alone. */
function guessed(table: TableRow[]): Columns {
  const width = Math.max(...table.map(({ fields }) => fields.length));
  const columns: Columns = new Array(width).fill(null);
  const cells = (index: number) =>
    table.map(({ fields }) => fields[index]?.trim() ?? "").filter((text) => text !== "");
  const mostly = (index: number, holds: (text: string) => boolean) => {
    const all = cells(index);
    return all.length > 0 && all.filter(holds).length / all.length > 0.7;
  };
  for (let index = 0; index < width; index++) {
    if (!columns.includes("minutes") && mostly(index, (text) => lengthOf(text) !== null))
      columns[index] = "minutes";
    else if (!columns.includes("kind") && mostly(index, (text) => kindOf(text) !== null))
      columns[index] = "kind";
  }
  const free = columns.flatMap((column, index) => (column === null ? [index] : []));
  const [first, second] = free;
  if (first === undefined) return columns;
  const all = cells(first);
  const repeats = new Set(all).size < table.length * 0.7;
  if (second !== undefined && repeats) {
    columns[first] = "module";
    columns[second] = "lesson";
  } else columns[first] = "lesson";
  return columns;
}
