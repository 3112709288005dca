/** A pasted text as lines: how far each is indented, and what kind of line it is by CommonMark's marks. */

export type LineKind =
  | { kind: "blank" }
  /** A heading, by `#` or by a line under it (setext). */
  | { kind: "heading"; level: number; text: string }
  /** A bullet or a numbered line of a list. */
  | { kind: "item"; text: string; number: string | null }
  /** A line that is bold as a whole: authors write headings so. */
  | { kind: "bold"; text: string }
  /** A rule across the page. */
  | { kind: "rule" }
  /** A line of code, kept as it is. */
  | { kind: "code"; text: string }
  | { kind: "plain"; text: string };

export type Line = LineKind & {
  /** Its number in the source, from 1. A setext heading takes two lines. */
  line: number;
  source: string;
  /** Columns of white space before it; a tab goes on to the next multiple of four. */
  indent: number;
};

/** Columns of white space at the beginning of a line (CommonMark 0.31, 2.2: tabs stop at each fourth column). */
function indentOf(source: string): number {
  let column = 0;
  for (const char of source) {
    if (char === "\t") column += 4 - (column % 4);
    else if (char === " " || char === "\u00a0" || char === "\u3000") column += 1;
    else break;
  }
  return column;
}

const ATX = /^(#{1,6})(?:[ \t]+(.*?))?(?:[ \t]+#+)?[ \t]*$/;
const RULE = /^(?:(?:\*[ \t]*){3,}|(?:-[ \t]*){3,}|(?:_[ \t]*){3,})$/;
/** Word processors write `o` and a tab for a bullet of the second level. */
const BULLET = /^(?:[-*+•‣◦▪–·‒○●■□✓✔➤][ \t]+|o\t)(.*)$/;
/** `1.`, `1)`, `1.2`, `1.2.3.`, `a)`, `iv.`: with a point or bracket after letters, so that words are none. */
const NUMBER =
  /^((?:\d{1,4}\.)+\d{1,4}[.)]?|\d{1,9}[.)]|[a-z][.)]|[ivxlc]{1,5}[.)]|\(\d{1,3}\))[ \t]+(.*)$/i;
const BOLD = /^(?:\*\*(.+?)\*\*|__(.+?)__):?$/;
const FENCE = /^(`{3,}|~{3,})/;
const TASK = /^\[[ xX]\][ \t]+/;

/** Splits a text, whatever its line ends, and says what each line is by its marks alone. */
export function readLines(text: string): Line[] {
  const sources = text.replace(/^\ufeff/, "").split(/\r\n|\n|\r|\u2028|\u2029/);
  const lines: Line[] = [];
  let fence: string | null = null;
  for (const [index, source] of sources.entries()) {
    const place = { line: index + 1, source, indent: indentOf(source) };
    const trimmed = source.trim();
    const mark = FENCE.exec(trimmed)?.[1];
    if (fence !== null) {
      lines.push({ kind: "code", text: source, ...place });
      if (mark?.startsWith(fence) && trimmed === mark) fence = null;
    } else if (mark) {
      fence = mark;
      lines.push({ kind: "code", text: source, ...place });
    } else lines.push({ ...kindOf(trimmed, lines.at(-1)), ...place } as Line);
    setext(lines);
  }
  return lines;
}

function kindOf(trimmed: string, before: Line | undefined): LineKind {
  if (trimmed === "") return { kind: "blank" };
  const heading = ATX.exec(trimmed);
  if (heading) {
    const text = heading[2]?.trim() ?? "";
    // A closing sequence alone is no text (CommonMark 4.2).
    return { kind: "heading", level: heading[1]?.length ?? 1, text: /^#+$/.test(text) ? "" : text };
  }
  // Under a paragraph, dashes make a heading of it; setext() sees to that.
  if (RULE.test(trimmed) && !(before?.kind === "plain" && /^-+$/.test(trimmed)))
    return { kind: "rule" };
  const bullet = BULLET.exec(trimmed);
  if (bullet) return { kind: "item", text: (bullet[1] ?? "").replace(TASK, ""), number: null };
  const numbered = NUMBER.exec(trimmed);
  if (numbered) return { kind: "item", text: numbered[2] ?? "", number: numbered[1] ?? "" };
  const bold = BOLD.exec(trimmed);
  if (bold) return { kind: "bold", text: bold[1] ?? bold[2] ?? "" };
  return { kind: "plain", text: trimmed };
}

/** A line of `=` or `-` under a single line of text makes a heading of it (CommonMark 4.3). */
function setext(lines: Line[]): void {
  const [above, under] = lines.slice(-2);
  if (!above || under?.kind !== "plain" || under.indent > 3) return;
  const mark = /^(=+|-+)[ \t]*$/.exec(under.source.trim())?.[1];
  if (!mark || (above.kind !== "plain" && above.kind !== "bold")) return;
  const { line, indent, text } = above;
  lines.splice(-2, 2, {
    kind: "heading",
    level: mark.startsWith("=") ? 1 : 2,
    text,
    line,
    indent,
    source: `${above.source}\n${under.source}`,
  });
}
