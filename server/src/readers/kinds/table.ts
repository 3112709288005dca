/**
 * A table as CSV (RFC 4180), however it was written: with commas, semicolons or tabs, in UTF-8 with or without a mark, in
 * UTF-16, or as older spreadsheets write it. Read by the usual parser.
 */
import papaparse from "papaparse";
import { refusal } from "../../base/problem";

export interface ReadTable {
  heads: string[];
  /** The cells of each row, as many as there are heads, and its line in the file (the heads are line 1). */
  rows: { line: number; cells: string[] }[];
}

const MOST_ROWS = 100_000;
const MOST_COLUMNS = 60;
const LONGEST = 1000;

export function table({ bytes }: { bytes: Uint8Array }): ReadTable {
  const text = decoded(bytes);
  const { data } = papaparse.parse<string[]>(text, {
    skipEmptyLines: false,
    preview: MOST_ROWS + 2,
    // Our own, since the parser's guess is led astray by a semicolon in a text.
    delimiter: separatorOf(text),
  });
  const lines = data.map((cells, i) => ({ line: i + 1, cells: cells.map((cell) => cell.trim()) }));
  const filled = lines.filter(({ cells }) => cells.some((cell) => cell !== ""));
  const [first, ...rows] = filled;
  if (!first) throw refusal("There is nothing in this file.");
  const heads = first.cells;
  if (heads.length > MOST_COLUMNS)
    throw refusal(`This file has ${heads.length} columns; ${MOST_COLUMNS} are the most.`);
  if (rows.length === 0)
    throw refusal("This file has one line alone; the first says what the columns are.");
  if (rows.length > MOST_ROWS)
    throw refusal("This file has more than 100,000 rows; bring it in parts.");
  const long = rows.find(({ cells }) => cells.some((cell) => cell.length > LONGEST));
  if (long)
    throw refusal(
      `In line ${long.line} a cell has more than ${LONGEST} characters; a quote may be missing before it.`,
    );
  return {
    heads: heads.map((head) => head.slice(0, 200)),
    rows: rows.map(({ line, cells }) => ({
      line,
      cells: heads.map((_, i) => cells[i] ?? ""),
    })),
  };
}

/** The text of the bytes. Refused where they are a spreadsheet's, or none of the encodings in use. */
function decoded(bytes: Uint8Array): string {
  // An archive (APPNOTE 4.3.7): a spreadsheet, whatever it is called; and the older kind (MS-CFB 2.2).
  if ((bytes[0] === 0x50 && bytes[1] === 0x4b) || (bytes[0] === 0xd0 && bytes[1] === 0xcf))
    throw refusal(
      "This is a spreadsheet, not CSV. Open it, choose “Save as”, take “CSV (UTF-8)”, and bring that file.",
    );
  // A byte order mark (Unicode 23.8) says what follows.
  const marked =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? "utf-16le"
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? "utf-16be"
        : null;
  const text = marked ? new TextDecoder(marked).decode(bytes) : utf8OrOlder(bytes);
  if (text.includes("\0"))
    throw refusal("This is no text. Save the table as “CSV (UTF-8)”, and bring that file.");
  return text;
}

function utf8OrOlder(bytes: Uint8Array): string {
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    // What spreadsheets write where nobody chooses (common practice); it holds Latin-1 (WHATWG Encoding, 4.2).
    return new TextDecoder("windows-1252").decode(bytes);
  }
}

/** The sign that stands most often in the first line, outside of quotes. */
function separatorOf(text: string): string {
  const line = /^[^\r\n]*(?:"[^"]*"[^\r\n]*)*/.exec(text.slice(0, 20_000))?.[0] ?? "";
  const bare = line.replaceAll(/"[^"]*"/g, "");
  const count = (sign: string) => bare.split(sign).length - 1;
  return [",", ";", "\t", "|"].reduce((best, sign) => (count(sign) > count(best) ? sign : best));
}
