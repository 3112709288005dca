/** What is needed where files are brought: one piece, fetched with the first place for them, by whoever edits or learns. */
export { bring, bringings, onBringings } from "./bringing";
export { BringingRows } from "./bringing-rows";
export { FileButton } from "./file-button";
export { FileChoice } from "./file-choice";
export { FileDrop } from "./file-drop";
