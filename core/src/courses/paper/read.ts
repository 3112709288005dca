/** A pasted document, understood: which line is a module, which a lesson, which belongs to the one above. */
import { type Line, readLines } from "./lines";
import { raised, unescaped, VERBATIM } from "./markdown";
import type { PaperRole, PaperRow } from "./row";
import { separatorOf } from "./rows";
import { readTable } from "./table";
import { readTitle, withoutNumber } from "./title";

export interface Paper {
  form: "rows" | "outline";
  rows: PaperRow[];
}

/** Longer than this, a line without a mark is a sentence and no title. */
const TITLE = 120;

/** Reads text, Markdown or rows of a spreadsheet. Total: whatever is pasted, every line that is not blank is in a row. */
export function readPaper(text: string): Paper {
  const separator = separatorOf(text);
  if (separator !== null) return { form: "rows", rows: readTable(text, separator) };
  const lines: { line: Line; gap: number }[] = [];
  let gap = 0;
  for (const line of readLines(text)) {
    if (line.kind === "blank") gap++;
    else {
      lines.push({ line, gap });
      gap = 0;
    }
  }
  if (lines[0]?.line.source.trim() === VERBATIM)
    return { form: "outline", rows: lines.map(({ line, gap }) => ownRow(line, gap)) };
  const roles = rolesOf(
    lines.map(({ line }) => line),
    lines.map((one) => one.gap > 0),
  );
  let base: number | null = null;
  const rows = lines.map((one, index) => {
    const role = roles[index] ?? "text";
    // Lists within a text keep their levels, counted from its first line.
    base = role === "text" ? (base ?? one.line.indent) : null;
    return rowOf(one.line, role, one.gap, base ?? 0);
  });
  return { form: "outline", rows };
}

/** A line of what this product wrote itself (markdown.ts): titles are taken as they stand. */
function ownRow(line: Line, gap: number): PaperRow {
  const { source } = line;
  const row = { line: line.line, source, kind: null, minutes: null, unclear: false, gap };
  if (source.trim() === VERBATIM) return { ...row, role: "left-out", title: VERBATIM };
  const [, marks = "", title = ""] = /^(#{1,3})[ \t]+(.*)$/.exec(source) ?? [];
  if (line.kind === "code" || marks === "") return { ...row, role: "text", title: raised(line) };
  if (marks.length < 3)
    return { ...row, role: marks.length === 1 ? "course" : "module", title: unescaped(title) };
  const noted = /^(.*) \(([^()]*?)(?:, (\d+(?:\.\d+)?) min)?\)$/.exec(title);
  const [, name = title, kind = null, minutes] = noted ?? [];
  return {
    ...row,
    role: "lesson",
    title: unescaped(name),
    kind,
    minutes: minutes === undefined ? null : Number(minutes),
  };
}

const LEFT_OUT = /^(\|.*\||<\/?[a-z][^>]*>|\[\[?toc\]?\])$/i;

function rowOf(line: Line, role: PaperRole, gap: number, base: number): PaperRow {
  const row = { line: line.line, source: line.source, role, kind: null, minutes: null, gap };
  const text = "text" in line ? line.text : "";
  if (line.kind === "rule")
    return { ...row, role: "left-out", title: line.source.trim(), unclear: false };
  if (role === "text" || role === "left-out") {
    const unclear = role === "text" && line.kind === "plain" && LEFT_OUT.test(text);
    return {
      ...row,
      role: unclear ? "left-out" : role,
      title: line.kind === "code" ? line.source : dedented(line, base),
      unclear,
    };
  }
  const read = readTitle(text.replace(/:$/, ""));
  const title = withoutNumber(read.title).title;
  if (title === "") return { ...row, role: "left-out", title: line.source.trim(), unclear: true };
  return role === "lesson"
    ? { ...row, ...read, title, unclear: false }
    : { ...row, title: role === "course" ? read.title : withLength(title, read), unclear: false };
}

/** A module has no kind and no length of its own (its lessons add up): what was written stays in its title. */
function withLength(
  title: string,
  { kind, minutes }: { kind: string | null; minutes: number | null },
) {
  const notes = [kind, minutes === null ? null : `${minutes} min`].filter((note) => note !== null);
  return notes.length === 0 ? title : `${title} (${notes.join(", ")})`;
}

/** Text keeps its marks, and of its indentation what makes lists within lists. */
function dedented({ source, indent }: Line, base: number): string {
  return " ".repeat(Math.max(0, indent - base)) + source.trim();
}

/** What each line is. The marks that the document uses decide which of them make modules. */
function rolesOf(lines: Line[], gaps: boolean[]): PaperRole[] {
  const headings = lines.filter((line) => line.kind === "heading");
  const levels = [...new Set(headings.map(({ level }) => level))].sort();
  const roles: PaperRole[] = new Array(lines.length).fill("text");
  const [first] = lines;
  let start = 0;
  // One heading alone at the top, above all others, names the course.
  const top = headings.filter(({ level }) => level === levels[0]);
  const only = levels.length === 1;
  if (first?.kind === "heading" && top.length === 1 && (!only || hasModulesBelow(first, lines))) {
    roles[0] = "course";
    start = 1;
    levels.shift();
  } else if (first?.kind === "plain" && first.text.length <= TITLE && isTitleAlone(lines, gaps)) {
    roles[0] = "course";
    start = 1;
  }
  const isModule = moduleMarks(lines.slice(start), levels, gaps.slice(start));
  const lessonLevel = levels[1];
  const sections = split(lines, start, isModule);
  for (const { begin, end, head } of sections) {
    if (head) roles[begin] = "module";
    // What stands before the first module is about the course.
    else if (sections.length > 1) continue;
    inModule(lines, roles, head ? begin + 1 : begin, end, lessonLevel, head);
  }
  return roles;
}

/** Under a single heading of the first level: lists in lists, bold lines, or lines that call themselves modules. */
function hasModulesBelow(heading: Line, [, ...rest]: Line[]): boolean {
  if (heading.kind !== "heading" || heading.level > 1) return false;
  const items = rest.filter(({ kind }) => kind === "item");
  const least = Math.min(...items.map(({ indent }) => indent));
  return (
    items.some(({ indent }) => indent > least + 1) ||
    rest.some((line) => line.kind === "bold" || callsItselfModule(line))
  );
}

function callsItselfModule(line: Line): boolean {
  return "text" in line && withoutNumber(readTitle(line.text).title).calls === "module";
}

/** A line without a mark that does not read like a sentence. */
function isTitle(line: Line): boolean {
  return line.kind === "plain" && line.text.length <= TITLE && !/[.!?]$/.test(line.text);
}

/** A first line before an empty one, where what follows has marks, or groups, of its own. */
function isTitleAlone(lines: Line[], gaps: boolean[]): boolean {
  const [, second] = lines;
  if (gaps[1] !== true || second === undefined || lines.length < 3) return false;
  return second.kind !== "plain" || gaps.slice(2).some(Boolean) || lines[2]?.kind === "item";
}

/** Which lines begin a module: by the first of these marks that the document uses. */
function moduleMarks(lines: Line[], levels: number[], gaps: boolean[]): (line: Line) => boolean {
  if (levels.length > 0) return (line) => line.kind === "heading" && line.level === levels[0];
  if (lines.some(callsItselfModule)) return callsItselfModule;
  if (lines.some(({ kind }) => kind === "bold")) return (line) => line.kind === "bold";
  const items = lines.filter((line) => line.kind === "item");
  const deep = (line: Line) =>
    line.kind === "item" ? (line.number?.match(/\d+(?=[.)]|$)/g)?.length ?? 0) : 0;
  if (items.some((line) => deep(line) >= 2)) return (line) => deep(line) === 1;
  const least = Math.min(...lines.map(({ indent }) => indent));
  // Beside items, an indented line without a mark is text.
  const deeper = lines.some(
    ({ kind, indent }) =>
      (kind === "item" || (kind === "plain" && items.length === 0)) && indent > least + 1,
  );
  const heads = new Set(
    lines.filter(
      (line, i) => isTitle(line) && line.indent <= least + 1 && lines[i + 1]?.kind === "item",
    ),
  );
  if (heads.size > 0 && items.length > 0 && !items.some(({ indent }) => indent === least && deeper))
    return (line) => heads.has(line);
  const mixed =
    items.some((line) => line.kind === "item" && line.number !== null && line.indent === least) &&
    items.some((line) => line.kind === "item" && line.number === null && line.indent === least);
  if (mixed) return (line) => line.kind === "item" && line.number !== null && line.indent === least;
  if (deeper)
    return (line) => (line.kind === "item" || line.kind === "plain") && line.indent <= least + 1;
  // Nothing but lines: groups with an empty line between them, each under its first.
  const begins = lines.filter((_, i) => i === 0 || gaps[i]);
  if (items.length === 0 && begins.length > 1 && lines.length >= begins.length * 2)
    return (line) => begins.includes(line);
  return () => false;
}

interface Section {
  begin: number;
  end: number;
  /** Its first line names it. */
  head: boolean;
}

function split(lines: Line[], start: number, isModule: (line: Line) => boolean): Section[] {
  const sections: Section[] = [];
  for (let i = start; i < lines.length; i++) {
    const head = isModule(lines[i] as Line);
    const last = sections.at(-1);
    if (head || !last) sections.push({ begin: i, end: i + 1, head });
    else last.end = i + 1;
  }
  return sections;
}

/** Within a module: headings of the next level are lessons, else the outermost items, else lines without any mark. */
function inModule(
  lines: Line[],
  roles: PaperRole[],
  begin: number,
  end: number,
  lessonLevel: number | undefined,
  marked: boolean,
): void {
  const isLesson = lessonMarks(lines.slice(begin, end), lessonLevel, marked);
  for (let i = begin; i < end; i++) if (isLesson(lines[i] as Line)) roles[i] = "lesson";
}

function lessonMarks(
  within: Line[],
  lessonLevel: number | undefined,
  marked: boolean,
): (line: Line) => boolean {
  const isHeading = (line: Line) => line.kind === "heading" && line.level === lessonLevel;
  if (within.some(isHeading)) return isHeading;
  const outermost = (list: Line[]) => Math.min(...list.map(({ indent }) => indent)) + 1;
  const items = within.filter(({ kind }) => kind === "item");
  if (items.length > 0) {
    const most = outermost(items);
    return ({ kind, indent }) => kind === "item" && indent <= most;
  }
  const plain = within.filter((line) => line.kind === "plain");
  if (plain.length > 0 && within.some(({ kind }) => kind === "bold"))
    return ({ kind }) => kind === "bold";
  // Lines without a mark are lessons, unless they read like sentences.
  const short = new Set(plain.filter(isTitle)) as ReadonlySet<Line>;
  if (!marked && short.size < plain.length) return () => false;
  const most = outermost([...short]);
  return (line) => short.has(line) && line.indent <= most;
}
