/** All that a course holds. */
import type { PlanCourse, PlanLesson, PlanModule } from "./schema";

export type PlanItem = PlanModule | PlanLesson;

/** Each module with its lessons after it, in the order of the outline. */
export const itemsOf = ({ modules }: Pick<PlanCourse, "modules">): PlanItem[] =>
  modules.flatMap((module): PlanItem[] => [module, ...module.lessons]);
