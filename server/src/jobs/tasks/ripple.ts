/** What a change would do to everybody it touches. */
import type { RippleAnswer } from "@dawngate/contract/review";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../../db/connection";
import { type AskedChange, rippleOf } from "../../review/change";
import type { Progress, TaskParts } from ".";

export async function ripple(
  { db }: TaskParts,
  { school, now, change }: { school: SchoolId; now: Instant; change: AskedChange },
  onProgress: Progress,
): Promise<RippleAnswer> {
  return db.readSchool(school, (tx) => rippleOf({ tx, school, now, onProgress }, change));
}
