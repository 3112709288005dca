/** Reviewing a plan: snags, and what a change does. */
export { findSnags, snagsOf } from "./find";
export type { CohortNames } from "./look";
export {
  compare,
  isTouched,
  type Move,
  type PersonRipple,
  type Ripple,
  type RippleGroup,
  RippleTally,
  type RippleWay,
  ripple,
} from "./ripple";
export { compareAll } from "./ripple-in-bulk";
export { type Mend, SNAG_KINDS, type Snag, type SnagKind, type Weight } from "./snag";
