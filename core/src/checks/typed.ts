/**
 * Questions as one types them: a line a question, lines under it its answers, a mark for the right ones. The same text
 * comes out again, so that a bank can be taken along, kept in a file, and pasted back.
 *
 *     # dough                          what follows is of this category; # alone: of none
 *     Which flour drinks the most? (2)  points in parentheses; else 1
 *     * Rye                            right
 *     - Wheat                          wrong; several right ones make it a question with several answers
 *     > Bran holds water.              its explanation
 *     Salt strengthens the dough.
 *     = true
 *     How hot is the oven, in °C?
 *     = 230 ± 5                        or ± 2.5 %
 *     Rye is {dark|darker}, wheat {light}.
 *     What belongs together?
 *     - Rye -> Dense loaves
 *     In which order?
 *     1. Mix
 *     2. Rest
 *     What does a levain need?
 *     ~ flour / meal                   a keyword with its wordings
 *     ! all or nothing                 how it counts and stands: also "in this order", "keeps its place: 3", and, of a
 *                                      matching, "also offered: Oats / Barley"
 */
import { rightFault } from "./kinds";
import { type Question, questionSchema } from "./schema";

export interface TypedFault {
  /** From 1. */
  line: number;
  reason: string;
}

export interface Typed {
  questions: Question[];
  faults: TypedFault[];
}

/** So many questions are read at once, at most. */
export const TYPED_MOST = 300;

interface Block {
  line: number;
  text: string;
  category: string | null;
  marks: { sign: string; text: string }[];
  /** What stands after !. */
  says: string[];
  explanation: string[];
}

const MARK = /^\s*(?:(\*|\+|\[x\]|-|\[ ?\]|=|~|>|!)\s+(.*)|(\d{1,3})[.)]\s+(.*))$/i;
const POINTS = /\s*\((\d{1,4}(?:[.,]\d{1,2})?)(?:\s*(?:p|points?))?\)\s*$/i;
const GAP = /\{([^{}]+)\}/g;

/**
 * Reads questions out of a text. What cannot be read is named with its line and left out; nothing else is lost by it.
 *
 * @param nameOf gives each question its identifier, by its place from 0.
 */
export function readTyped(text: string, nameOf: (place: number) => string): Typed {
  const faults: TypedFault[] = [];
  const questions: Question[] = [];
  for (const block of blocksOf(text, faults)) {
    if (questions.length >= TYPED_MOST) {
      faults.push({ line: block.line, reason: `At most ${TYPED_MOST} questions at once` });
      break;
    }
    const made = questionOf(block, nameOf(questions.length));
    if (typeof made === "string") faults.push({ line: block.line, reason: made });
    else questions.push(made);
  }
  return { questions, faults: faults.sort((a, b) => a.line - b.line) };
}

function blocksOf(text: string, faults: TypedFault[]): Block[] {
  const blocks: Block[] = [];
  let category: string | null = null;
  let open: Block | null = null;
  text.split(/\r\n|\r|\n/).forEach((raw, i) => {
    const line = i + 1;
    const trimmed = raw.trim();
    if (trimmed === "") return;
    if (/^#/.test(trimmed)) {
      category = trimmed.replace(/^#+\s*/, "").slice(0, 200) || null;
      open = null;
      return;
    }
    const mark = MARK.exec(raw);
    // Questions that are numbered themselves: the first, and each after one that has answers of another form.
    const begins =
      mark?.[3] !== undefined && (!open || open.marks.some(({ sign }) => sign !== "1"));
    if (!mark || begins) {
      const text = begins ? (mark?.[4] ?? "").trim() : trimmed;
      open = { line, text, category, marks: [], says: [], explanation: [] };
      blocks.push(open);
      return;
    }
    const [, sign = "1", marked, , numbered] = mark;
    const said = (marked ?? numbered ?? "").trim();
    if (!open) faults.push({ line, reason: "An answer stands under its question" });
    else if (sign === ">") open.explanation.push(said);
    else if (sign === "!") open.says.push(said);
    else open.marks.push({ sign: signOf(sign), text: said });
  });
  return blocks;
}

function signOf(sign: string): string {
  if (/^(\*|\+|\[x\])$/i.test(sign)) return "*";
  if (/^(-|\[ ?\])$/.test(sign)) return "-";
  return sign;
}

/** The question of a block, or what is wrong with it. */
function questionOf(block: Block, id: string): Question | string {
  const { marks } = block;
  const points = POINTS.exec(block.text)?.[1];
  const text = block.text.replace(POINTS, "");
  const made = kindOf(text, marks);
  if (typeof made === "string") return made;
  for (const said of block.says) {
    const fault = heed(made, said);
    if (fault !== null) return fault;
  }
  const read = questionSchema.safeParse({
    id,
    points: points ? Number(points.replace(",", ".")) : 1,
    category: block.category,
    text,
    explanation: block.explanation.join("\n"),
    ...made,
  });
  if (!read.success) return read.error.issues[0]?.message ?? "It cannot be read";
  return rightFault(read.data) ?? read.data;
}

const SAYS =
  "After ! stands: all or nothing, in this order, keeps its place: 3, or, of a matching, also offered: Oats";

/** Does to a question what stands after !; answers what is wrong with it, or null. */
function heed(made: Record<string, unknown>, said: string): string | null {
  const isMixed = "shuffle" in made;
  if (/^all or nothing$/i.test(said)) made.credit = "all";
  else if (/^in this order$/i.test(said) && isMixed) made.shuffle = false;
  else {
    const answers = made.answers as { id: string; text: string; fixed?: boolean }[];
    const [, places] = /^keeps? (?:its|their) places?: *([\d ,]+)$/i.exec(said) ?? [];
    const [, offered] = /^also offered: *(.+)$/i.exec(said) ?? [];
    if (places !== undefined && isMixed) {
      for (const place of places.split(/[ ,]+/).filter(Boolean)) {
        const answer = answers[Number(place) - 1];
        if (!answer) return `There is no answer ${place} to keep its place`;
        answer.fixed = true;
      }
    } else if (offered !== undefined && made.kind === "match")
      for (const text of offered.split("/").map((one) => one.trim()))
        answers.push({ id: letters(answers.length), text });
    else return SAYS;
  }
  return null;
}

const letters = (place: number) =>
  place < 26 ? String.fromCharCode(97 + place) : `a${place - 25}`;
const named = (texts: readonly string[]) => texts.map((text, i) => ({ id: letters(i), text }));

function kindOf(text: string, marks: Block["marks"]): Record<string, unknown> | string {
  const signs = new Set(marks.map(({ sign }) => sign));
  const texts = marks.map((one) => one.text);
  if (marks.length === 0) return gapsOf(text);
  if (signs.has("=")) return marks.length === 1 ? exactly(texts[0] ?? "") : "One = is enough";
  if (signs.has("~"))
    return signs.size > 1
      ? "Keywords stand alone under their question, each with ~"
      : { kind: "keywords", right: texts.map((one) => one.split("/").map((word) => word.trim())) };
  if (signs.has("1"))
    return signs.size > 1
      ? "An order has numbered lines and no others"
      : { kind: "order", answers: named(texts), right: named(texts).map(({ id }) => id) };
  const arrows = texts.map((one) => /^(.+?)\s*(?:->|→)\s*(.+)$/.exec(one));
  if (arrows.every((one) => one !== null)) return pairs(arrows as RegExpExecArray[]);
  const answers = named(texts);
  const right = answers.filter((_, i) => marks[i]?.sign === "*").map((one) => one.id);
  if (right.length === 0) return "Mark what is right with *";
  return right.length === 1
    ? { kind: "one", answers, right: right[0], shuffle: true }
    : { kind: "several", answers, right, shuffle: true };
}

function exactly(said: string): Record<string, unknown> | string {
  if (/^(true|yes)$/i.test(said)) return { kind: "true-false", right: true };
  if (/^(false|no)$/i.test(said)) return { kind: "true-false", right: false };
  const number = String.raw`[-+−]?\d+(?:[.,]\d+)?`;
  const found = new RegExp(`^(${number})(?:\\s*(?:±|\\+-|\\+/-)\\s*(${number})\\s*(%)?)?$`).exec(
    said,
  );
  if (!found) return "After = stands true, false, or a number such as 230 or 230 ± 5";
  const read = (one: string) => Number(one.replace(",", ".").replace("−", "-"));
  const [, right = "", off, percent] = found;
  return {
    kind: "number",
    right: read(right),
    ...(off !== undefined && { [percent ? "percent" : "tolerance"]: read(off) }),
  };
}

function gapsOf(text: string): Record<string, unknown> | string {
  const right = [...text.matchAll(GAP)].map(([, inside = ""]) =>
    inside.split("|").map((one) => one.trim()),
  );
  if (right.length === 0) return "Its answers stand in the lines under it, each with * or -";
  let place = 0;
  return { kind: "gap", right, text: text.replaceAll(GAP, () => `{${++place}}`) };
}

function pairs(found: readonly RegExpExecArray[]): Record<string, unknown> {
  const rights = [...new Set(found.map(([, , right = ""]) => right))];
  const answers = named(rights);
  const left = found.map(([, said = ""], i) => ({ id: `l${i + 1}`, text: said }));
  const idOf = new Map(rights.map((text, i) => [text, answers[i]?.id]));
  return {
    kind: "match",
    left,
    answers,
    right: Object.fromEntries(left.map(({ id }, i) => [id, idOf.get(found[i]?.[2] ?? "")])),
    shuffle: true,
  };
}

const oneLine = (text: string) => text.replaceAll(/\s*\n\s*/g, " ").trim();

/** Questions as a text that reads as the same questions. */
export function writeTyped(questions: readonly Question[]): string {
  const lines: string[] = [];
  let category: string | null = null;
  for (const question of questions) {
    if (question.category !== category) {
      category = question.category;
      lines.push(category === null ? "#" : `# ${category}`);
    }
    const points = question.points === 1 ? "" : ` (${question.points})`;
    lines.push(`${oneLine(textOf(question))}${points}`, ...marksOf(question), ...saysOf(question));
    if (question.explanation) lines.push(`> ${oneLine(question.explanation)}`);
    lines.push("");
  }
  return lines.join("\n");
}

/** The answers alone, as they stand under their question, with those that keep their place. */
export const writeAnswers = (question: Question): string =>
  [...marksOf(question), ...placesOf(question)].join("\n");

/** Which answers keep their place. */
function placesOf(question: Question): string[] {
  if (!("answers" in question)) return [];
  const fixed = shownAnswers(question).flatMap((one, i) =>
    "fixed" in one && one.fixed ? [i + 1] : [],
  );
  return fixed.length > 0 ? [`! keeps its place: ${fixed.join(", ")}`] : [];
}

/** How a question counts and stands, where that is said of it: lines after !. */
export function saysOf(question: Question): string[] {
  return [
    ...(question.credit === "all" ? ["! all or nothing"] : []),
    ...("shuffle" in question && !question.shuffle ? ["! in this order"] : []),
    ...placesOf(question),
  ];
}

/** The answers in the order in which they are read again: of a matching as its left side names them, then the others. */
function shownAnswers(question: Extract<Question, { answers: unknown }>) {
  if (question.kind !== "match") return question.answers;
  const right = question.right as Record<string, string>;
  const named = [...new Set(question.left.map(({ id }) => right[id]))];
  const at = ({ id }: { id: string }) => {
    const place = named.indexOf(id);
    return place < 0 ? named.length : place;
  };
  return [...question.answers].sort((a, b) => at(a) - at(b));
}

function textOf(question: Question): string {
  if (question.kind !== "gap") return question.text;
  const right = question.right as string[][];
  return question.text.replaceAll(/\{(\d+)\}/g, (whole, place: string) => {
    const accepted = right[Number(place) - 1];
    return accepted ? `{${accepted.join("|")}}` : whole;
  });
}

function marksOf(question: Question): string[] {
  switch (question.kind) {
    case "one":
      return question.answers.map(
        ({ id, text }) => `${id === question.right ? "*" : "-"} ${oneLine(text)}`,
      );
    case "several": {
      const right = new Set(question.right as string[]);
      return question.answers.map(
        ({ id, text }) => `${right.has(id) ? "*" : "-"} ${oneLine(text)}`,
      );
    }
    case "true-false":
      return [`= ${question.right}`];
    case "number": {
      const off =
        question.tolerance !== null
          ? ` ± ${question.tolerance}`
          : question.percent !== null
            ? ` ± ${question.percent} %`
            : "";
      return [`= ${question.right}${off}`];
    }
    case "match": {
      const texts = new Map(question.answers.map(({ id, text }) => [id, text]));
      const right = question.right as Record<string, string>;
      const used = new Set(Object.values(right));
      const others = question.answers.filter(({ id }) => !used.has(id));
      return [
        ...question.left.map(
          ({ id, text }) => `- ${oneLine(text)} -> ${oneLine(texts.get(right[id] ?? "") ?? "")}`,
        ),
        ...(others.length > 0
          ? [`! also offered: ${others.map(({ text }) => oneLine(text)).join(" / ")}`]
          : []),
      ];
    }
    case "order": {
      const texts = new Map(question.answers.map(({ id, text }) => [id, text]));
      return (question.right as string[]).map(
        (id, i) => `${i + 1}. ${oneLine(texts.get(id) ?? "")}`,
      );
    }
    case "keywords":
      return (question.right as string[][]).map((wordings) => `~ ${wordings.join(" / ")}`);
    case "gap":
      return [];
  }
}
