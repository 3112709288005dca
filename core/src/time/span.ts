/** A stretch of time in which an enrollment's count stands still, or its access is shut. */
import type { Instant } from "./types";

/** Half open: `begins <= t < ends`. One that still runs ends "now". */
export interface Span {
  begins: Instant;
  ends: Instant;
  running: boolean;
}
