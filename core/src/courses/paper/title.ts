/** What stands in a title besides the title: a number, a kind, a length, and Markdown's marks. */

/** The kinds of lesson that can be chosen, each with the words it is written with. */
const KINDS: readonly (readonly [string, RegExp])[] = [
  ["video", /^(videos?|film|clip|recording|screencast)$/],
  ["audio", /^(audio|podcast|listening)$/],
  ["text", /^(text|reading|read|article|worksheet|handout)$/],
  ["quiz", /^(quiz|quizzes|exam|test|check)$/],
  ["assignment", /^(assignment|homework|exercise|task|project|practice)$/],
  ["live meeting", /^(live|live meeting|live session|meeting|webinar|class|call)$/],
  ["slides", /^(slides?|deck|presentation)$/],
  ["PDF", /^pdf$/],
  ["download", /^(downloads?|file)$/],
  ["embedded page", /^(embed|embedded|embedded page|web page|webpage)$/],
  ["survey", /^(survey|feedback|questionnaire)$/],
];

/** The kinds a lesson can have. */
export const LESSON_KINDS: readonly string[] = KINDS.map(([kind]) => kind);

/** The kind that a word means; null where it means none. */
export function kindOf(word: string): string | null {
  const plain = word.trim().toLowerCase();
  return KINDS.find(([, words]) => words.test(plain))?.[0] ?? null;
}

const AMOUNT = "(\\d{1,4}(?:[.,]\\d{1,2})?)";
const HOURS = new RegExp(`^${AMOUNT}\\s*(?:h|hrs?|hours?|std)\\.?$`, "i");
const MINUTES = new RegExp(`^${AMOUNT}\\s*(?:m|mins?|minutes?|['’′])\\.?$`, "i");
const BOTH = /^(\d{1,3})\s*(?:h|hrs?|hours?)\.?\s*(\d{1,2})\s*(?:m|mins?|minutes?)?\.?$/i;
const CLOCK = /^(?:(\d{1,2}):)?(\d{1,3}):(\d{2})$/;

/** A length in minutes: `7 min`, `1 h 30`, `1.5 hours`, `12:30` (minutes and seconds, rounded up); else null. */
export function minutesOf(word: string): number | null {
  const text = word.trim().replace(/^(?:ca?\.?|about|approx\.?|~|≈)\s*/i, "");
  const amount = (found: RegExpExecArray | null) =>
    found ? Number((found[1] ?? "").replace(",", ".")) : null;
  const both = BOTH.exec(text);
  if (both) return Number(both[1]) * 60 + Number(both[2]);
  const clock = CLOCK.exec(text);
  if (clock)
    return Math.ceil(Number(clock[1] ?? 0) * 60 + Number(clock[2]) + Number(clock[3]) / 60);
  const hours = amount(HOURS.exec(text));
  if (hours !== null) return Math.round(hours * 60);
  return amount(MINUTES.exec(text));
}

export interface ReadTitle {
  title: string;
  kind: string | null;
  minutes: number | null;
}

/** A bracket at the end, or what follows a last dash or bar: the places where kind and length are written. */
const BRACKET = /^(.*?)[\s]*[([{]([^()[\]{}]{1,60})[)\]}]\s*\.?$/su;
const TAIL = /^(.*?)\s+(?:[-–—|·]|,)\s*([^-–—|·,]{1,30})$/su;
const HEAD = /^([\p{L} ]{3,14}):\s+(.+)$/su;

/**
 * Takes kind and length out of a title where every word of the bracket (or of the tail) is one of the two; what is
 * anything else stays in the title: nothing is lost. `Video: Folding` names its kind in front.
 */
export function readTitle(text: string): ReadTitle {
  let title = plainText(text).trim();
  let kind: string | null = null;
  let minutes: number | null = null;
  for (const shape of [BRACKET, TAIL, TAIL]) {
    const found = shape.exec(title);
    const read = found && readNote(found[2] ?? "");
    if (!found || !read || (found[1] ?? "").trim() === "") continue;
    if ((read.kind && kind) || (read.minutes !== null && minutes !== null)) continue;
    // A word alone after a comma may well be part of the title; a length is none.
    if (shape === TAIL && read.minutes === null && !/\s[-–—|·]\s*[^-–—|·]*$/.test(title)) continue;
    title = (found[1] ?? "").trim();
    kind ??= read.kind;
    minutes ??= read.minutes;
  }
  const head = HEAD.exec(title);
  const headKind = head && kindOf(head[1] ?? "");
  if (head && headKind && kind === null) {
    title = (head[2] ?? "").trim();
    kind = headKind;
  }
  return { title, kind, minutes };
}

/** Kind and length out of a note such as `video, 7 min`; null where it says anything else. */
function readNote(note: string): Omit<ReadTitle, "title"> | null {
  let kind: string | null = null;
  let minutes: number | null = null;
  const rest = note
    // `7 min video` and `video 7 min` without a comma.
    .replace(/(\d\s*(?:h|hrs?|hours?|m|mins?|minutes?)\.?)\s+(?=\p{L}{3})/giu, "$1, ")
    .replace(/(\p{L}{3,})\s+(?=[~≈]?\d)/giu, (all, word: string) =>
      kindOf(word) === null ? all : `${word}, `,
    );
  for (const part of rest.split(/,(?!\d)|[;/·|]|\s[-–—]\s|\s&\s|\sand\s/)) {
    if (part.trim() === "") continue;
    const length = minutesOf(part);
    const word = kindOf(part);
    if (length !== null && minutes === null) minutes = length;
    else if (word !== null && kind === null) kind = word;
    else return null;
  }
  return kind === null && minutes === null ? null : { kind, minutes };
}

/** Markdown's marks around and within a line taken away: emphasis, code, links (their text stays), escapes. */
export function plainText(text: string): string {
  // An escaped mark is put aside first, as a letter that no text holds.
  return text
    .replace(/\\([!-/:-@[-`{-~])/g, (_, mark: string) =>
      String.fromCharCode(0xe000 + mark.charCodeAt(0)),
    )
    .replace(/!?\[([^\]]*)\]\([^)\s]*(?:\s+"[^"]*")?\)/g, "$1")
    .replace(/(\*\*|__)(?=\S)(.+?)(?<=\S)\1/g, "$2")
    .replace(/(?<![\w*])([*_])(?=[^\s*_])(.+?)(?<=[^\s*_])\1(?![\w*])/g, "$2")
    .replace(/`([^`]+)`/g, "$1")
    .replace(/[\ue021-\ue07e]/g, (mark) => String.fromCharCode(mark.charCodeAt(0) - 0xe000));
}

const CALLED =
  /^(?:module|part|week|unit|chapter|section|block|day|step|lesson|lecture|class|session|topic)\s+(?:\d{1,3}(?!\.?\d)|[ivxlc]{1,5}|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)(?:\s*[:.)–—-]\s*|[ ]*\t\s*|\s*$)/i;
const OF_MODULE = /^(?:module|part|week|unit|chapter|section|block)\b/i;
const OF_LESSON = /^(?:lesson|lecture|topic|step)\b/i;

/** What a title calls itself (`Module 3: …`, `Lesson 2 – …`), and the title without it where something is left. */
export function withoutNumber(text: string): { title: string; calls: "module" | "lesson" | null } {
  const found = CALLED.exec(text);
  const calls = !found
    ? null
    : OF_MODULE.test(text)
      ? "module"
      : OF_LESSON.test(text)
        ? "lesson"
        : null;
  const rest = found ? text.slice(found[0].length).trim() : text;
  const bare = rest.replace(/^(?:(?:\d{1,3}\.)+\d{0,3}\)?|\d{1,3}[.)])\s+/, "");
  // `Week 3` alone is a title.
  return { title: bare === "" ? text : bare, calls };
}
