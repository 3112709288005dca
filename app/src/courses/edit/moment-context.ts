/** Where a moment stands that is changed as a sentence. */
import type { PlanCourse } from "@dawngate/core/plan";

export interface MomentContext {
  course: PlanCourse;
  /** The item whose moment it is. */
  own: string;
  /** The item before it, which it may count from. */
  before: { id: string; title: string } | null;
  hasCohorts: boolean;
  today: string;
  /** Gates take the release hour; closings and due dates the end of a day. */
  role: "opens" | "closes" | "due";
}
