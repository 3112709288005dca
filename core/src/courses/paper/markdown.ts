/** A course's outline as Markdown: its titles as headings, which comes back in as it went out. */
import type { PlanCourse } from "../../plan";
import type { Line } from "./lines";

/** Says on the first line that titles are to be taken as they stand, numbers and all. */
export const VERBATIM = "<!-- outline: titles as they stand -->";

/**
 * `#` the course, `##` a module, `###` a lesson with kind and length in brackets, below it its text, whose own headings
 * go down three levels. Read again, it leads to the same outline, and offers no change.
 */
export function writeMarkdown(
  course: PlanCourse,
  texts: ReadonlyMap<string, string>,
  description = "",
): string {
  const blocks = [VERBATIM, `# ${titleLine(course.title)}`];
  if (description.trim() !== "") blocks.push(below(description));
  for (const module of course.modules) {
    blocks.push(`## ${titleLine(module.title)}`);
    for (const lesson of module.lessons) {
      const notes = [lesson.kind, ...(lesson.minutes === null ? [] : [`${lesson.minutes} min`])];
      blocks.push(`### ${titleLine(lesson.title)} (${notes.join(", ")})`);
      const text = texts.get(lesson.id)?.trim() ?? "";
      if (text !== "") blocks.push(below(text));
    }
  }
  return `${blocks.join("\n\n")}\n`;
}

/** A title on one line, its marks escaped, so that it is a title again. */
function titleLine(title: string): string {
  const line = title.replaceAll(/\s+/g, " ").trim();
  return line.replaceAll(/[\\*_`[\]#]/g, (mark) => `\\${mark}`);
}

/** What was escaped by titleLine. */
export function unescaped(title: string): string {
  return title.replaceAll(/\\([\\*_`[\]#])/g, "$1");
}

const LEVELS = 3;
const HEADING = /^([ ]{0,3})(#{1,9})(?=[ \t]|$)/;

/** Headings within a text, made smaller, so that they are no titles of the outline. Code stays as it is. */
function below(text: string): string {
  let fence: string | null = null;
  return text
    .trim()
    .split(/\r\n|\n|\r/)
    .map((line) => {
      const mark = /^\s{0,3}(`{3,}|~{3,})/.exec(line)?.[1];
      const inside = fence !== null;
      if (mark && fence === null) fence = mark;
      else if (mark && fence !== null && line.trim() === mark && mark.startsWith(fence))
        fence = null;
      if (inside || mark) return line;
      return line.replace(HEADING, (_, space: string, marks: string) => {
        return `${space}${marks}${"#".repeat(LEVELS)}`;
      });
    })
    .join("\n");
}

/** A line of such a text as it was. */
export function raised({ kind, source }: Line): string {
  if (kind === "code") return source;
  return source
    .split("\n")
    .map((line) =>
      line.replace(HEADING, (all, space: string, marks: string) =>
        marks.length > LEVELS ? `${space}${marks.slice(LEVELS)}` : all,
      ),
    )
    .join("\n");
}
