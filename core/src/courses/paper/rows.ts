/** Rows of a spreadsheet as text: RFC 4180, with a comma, a semicolon or a tab between the fields. */

export interface TableRow {
  /** The line on which it begins, from 1; quoted fields may hold line ends. */
  line: number;
  source: string;
  fields: string[];
}

/**
 * Reads rows by RFC 4180: fields may be quoted, quotes within them are doubled, a quoted field may hold separators and
 * line ends. A quote that is never closed ends with the text. Empty rows are left out.
 */
export function readRows(text: string, separator: string): TableRow[] {
  const rows: TableRow[] = [];
  let fields: string[] = [];
  let field = "";
  let quoted = false;
  let begin = 0;
  let line = 1;
  let beginLine = 1;
  const end = (at: number) => {
    fields.push(field);
    if (fields.some((one) => one.trim() !== ""))
      rows.push({ line: beginLine, source: text.slice(begin, at), fields });
    fields = [];
    field = "";
  };
  for (let i = 0; i < text.length; i++) {
    const char = text[i] as string;
    const newline = char === "\n" || (char === "\r" && text[i + 1] !== "\n");
    if (newline) line++;
    if (quoted) {
      if (char !== '"') field += char;
      else if (text[i + 1] === '"') {
        field += '"';
        i++;
      } else quoted = false;
    } else if (char === '"' && field === "") quoted = true;
    else if (char === separator) {
      fields.push(field);
      field = "";
    } else if (newline) {
      end(char === "\n" && text[i - 1] === "\r" ? i - 1 : i);
      begin = i + 1;
      beginLine = line;
    } else if (char !== "\r" || text[i + 1] !== "\n") field += char;
  }
  end(text.length);
  return rows;
}

/** The separator of a text that is a table: the same number of fields, two or more, in nearly all of its rows. */
export function separatorOf(text: string): string | null {
  const sample = text.slice(0, 20_000);
  for (const separator of ["\t", ";", ","]) {
    const rows = readRows(sample, separator);
    if (rows.length < 2) continue;
    const widths = new Map<number, number>();
    for (const { fields } of rows) widths.set(fields.length, (widths.get(fields.length) ?? 0) + 1);
    const [width, count] = [...widths].sort((a, b) => b[1] - a[1])[0] ?? [0, 0];
    // An indented list has tabs too, but in front.
    const indented =
      separator === "\t" &&
      rows.some(
        ({ fields: [first = "", second = ""] }) =>
          (first === "" && second.trim().match(/^[-*•\d]/)) ||
          // A word processor's list, copied: its bullet, a tab, and what the point says.
          /^\s*[-*+•‣◦▪–·‒○●■□✓✔➤]\s*$/.test(first),
      );
    if (
      width >= 2 &&
      count / rows.length > 0.8 &&
      !indented &&
      (separator !== "," || hasHeader(rows))
    )
      return separator;
  }
  return null;
}

/** With commas alone, prose would pass for a table: its first row must say what the columns are. */
function hasHeader(rows: TableRow[]): boolean {
  return (rows[0]?.fields.filter((name) => columnOf(name) !== null).length ?? 0) >= 2;
}

export type Column = "module" | "lesson" | "minutes" | "kind" | "text" | "level";

const COLUMNS: readonly (readonly [Column, RegExp])[] = [
  ["module", /^(module|modules|part|week|unit|chapter|section|block)( title| name)?$/],
  ["lesson", /^(lesson|lessons|lecture|title|topic|name|lesson title|lesson name|item)$/],
  [
    "minutes",
    /^(minutes?|mins?|length|duration|time|min\.?|length \(min\)|duration \(min\)|time needed)$/,
  ],
  ["kind", /^(kind|type|format|medium)$/],
  ["text", /^(description|text|notes?|content|summary|about|goal|outcome)$/],
  ["level", /^(level|depth)$/],
];

/** What a column's name means; null where it means nothing here. */
export function columnOf(name: string): Column | null {
  const plain = name.trim().toLowerCase();
  return COLUMNS.find(([, words]) => words.test(plain))?.[0] ?? null;
}
