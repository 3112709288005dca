/** What a pasted document was understood as, line by line, so that its author can correct it before anything is written. */

/** `course`: its title. `text`: what stands in the lesson (or the course) above. `left-out`: nothing is made of it. */
export type PaperRole = "course" | "module" | "lesson" | "text" | "left-out";

export interface PaperRow {
  /** Where it stands in the source, from 1. Every line that is not blank stands in a row. */
  line: number;
  source: string;
  role: PaperRole;
  /** The title, or the text as Markdown. */
  title: string;
  /** A lesson's kind and length in minutes, where the source says them. */
  kind: string | null;
  minutes: number | null;
  /** It was not understood; somebody should look. */
  unclear: boolean;
  /** So many blank lines stand before it. */
  gap: number;
}

export interface PaperLesson {
  title: string;
  kind: string | null;
  minutes: number | null;
  /** Markdown; empty where there is none. */
  text: string;
}

export interface PaperModule {
  title: string;
  lessons: PaperLesson[];
}

export interface PaperOutline {
  /** Null where the source names none. */
  title: string | null;
  /** What stands before the first module. */
  text: string;
  modules: PaperModule[];
}

/** What a module is called that the source gives no name, and a lesson that holds what stands under a module itself. */
export const UNNAMED = "Lessons";
export const FOREWORD = "About this part";

/**
 * The outline that rows come to, with whatever roles they have now. Text under a lesson is the lesson's; under a module
 * that has no lesson yet it becomes a lesson of its own; before all modules it is the course's.
 */
export function outlineOf(rows: readonly PaperRow[]): PaperOutline {
  const outline: PaperOutline = { title: null, text: "", modules: [] };
  let module: PaperModule | null = null;
  let lesson: PaperLesson | null = null;
  const add = (to: string, { title, gap }: PaperRow) =>
    to === "" ? title : `${to}${"\n".repeat(gap + 1)}${title}`;
  for (const row of rows) {
    const { role, title, kind, minutes } = row;
    if (role === "course" && outline.title === null) outline.title = title;
    else if (role === "module") {
      module = { title, lessons: [] };
      outline.modules.push(module);
      lesson = null;
    } else if (role === "lesson") {
      if (!module) {
        module = { title: UNNAMED, lessons: [] };
        outline.modules.push(module);
      }
      lesson = { title, kind, minutes, text: "" };
      module.lessons.push(lesson);
    } else if (role === "text" || role === "course") {
      if (!module) outline.text = add(outline.text, row);
      else {
        if (!lesson) {
          lesson = { title: FOREWORD, kind: null, minutes: null, text: "" };
          module.lessons.push(lesson);
        }
        lesson.text = add(lesson.text, row);
      }
    }
  }
  return outline;
}
