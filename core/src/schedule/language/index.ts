/** A gate's sentence as a language: written, read back, and completed while one types. */
export { type Completion, completions } from "./complete";
export { type ReadDay, readDay } from "./date";
export { type Names, namesIn } from "./names";
export { type ReadGate, readGate } from "./read";
export { writeGate, writeMoment } from "./write";
