/** Reviewing a plan: snags. */
export { findSnags, snagsOf } from "./find";
export type { CohortNames } from "./look";
export { type Mend, SNAG_KINDS, type Snag, type SnagKind, type Weight } from "./snag";
