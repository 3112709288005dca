/** The schedule: gates, access, timelines, and why. */
export { preparer, timelines } from "./answer";
export { type Cadence, cadenceGates } from "./cadence";
export { evaluate } from "./evaluate";
export * from "./export";
export { inFavor } from "./favor";
export { HAPPENING_KINDS, type Happening, type HappeningKind, happeningsOf } from "./happenings";
export { foldEvents, type History } from "./history";
export { type PreparedCourse, prepareCourse } from "./prepare";
export type * from "./steps";
export type * from "./timeline";
