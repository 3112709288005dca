/** Items that wait for their own opening in a circle: publishing refuses them. */
import type { PlanCohort, PlanCourse, PlanSchool } from "../plan";
import { prepareCourse } from "../schedule";

/** The identifiers of items whose gate counts from an opening that leads back to them. */
export function circularItems(
  school: PlanSchool,
  course: PlanCourse,
  cohort: PlanCohort | null = null,
): string[] {
  return prepareCourse(school, course, cohort)
    .items.filter(({ gate }) => gate?.when.some(({ circular }) => circular))
    .map(({ id }) => id);
}
