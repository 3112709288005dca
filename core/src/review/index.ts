/** Reviewing a plan: snags, what a change does, and versions side by side. */
export {
  type Difference,
  type DifferenceRow,
  differenceOf,
  differs,
  type FieldChange,
} from "./difference";
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
export { toldAtOnce } from "./tells";
export { type MadeWrong, madeWrong, TOLD_OF, type Told, type ToldOf } from "./told";
