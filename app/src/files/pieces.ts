/** What is needed where files are brought: one piece, fetched with the first place for them, by whoever edits or learns. */
export { bring } from "./bringing";
export { BringingRows } from "./bringing-rows";
export { FileChoice } from "./file-choice";
