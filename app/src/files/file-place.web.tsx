/** Where files are chosen or dropped. */
export { FileChoice as FilePlace } from "./file-choice";
