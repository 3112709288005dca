/** Outlines that exist already: text, Markdown or rows of a spreadsheet, understood before anything is written. */
export { type OutlineChange, planChanges } from "./changes";
export { writeMarkdown } from "./markdown";
export { type Paper, readPaper } from "./read";
export {
  outlineOf,
  type PaperLesson,
  type PaperModule,
  type PaperOutline,
  type PaperRole,
  type PaperRow,
} from "./row";
export { LESSON_KINDS, minutesOf } from "./title";
