/** Where a moment stands that is changed as a sentence. */
import type { PlanCourse } from "@dawngate/core/plan";

/** What a moment may count from and is read by. */
export type MomentCourse = Pick<PlanCourse, "id" | "title" | "modules" | "releaseHour" | "clock">;

export interface MomentContext {
  /** Without modules: nothing in it can be counted from. */
  course: MomentCourse;
  /** The item whose moment it is. */
  own: string;
  /** The item before it, which it may count from. */
  before: { id: string; title: string } | null;
  hasCohorts: boolean;
  today: string;
  /** Gates take the release hour; all others the end of a day. */
  role: "opens" | "closes" | "due" | "ends";
}
