/** What publishing has done in threads. */
import type { RippleAnswer, Touched } from "@dawngate/contract/review";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../db/connection";
import { task } from "../jobs/task";
import type { AskedChange } from "./change";

interface Asked {
  school: SchoolId;
  now: Instant;
  change: AskedChange;
}

/** What a change would do to everybody it touches. */
export const RIPPLE = task<Asked, RippleAnswer>("ripple");

/** A page of those whom it would touch. */
export const TOUCHED = task<Asked & { after: string | undefined }, Touched>("touched");
