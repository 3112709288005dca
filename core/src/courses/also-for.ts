/** What only some cohorts have, for others too: where a cohort is made from an earlier one. */
import { itemsOf, type PlanCourse } from "../plan";
import type { Operation } from "./operation";
import { setItem } from "./set-item";

/** Gives some cohorts whatever an earlier one has that not everybody has. */
export const alsoFor = (
  course: PlanCourse,
  earlier: string,
  cohorts: readonly string[],
): Operation[] =>
  itemsOf(course)
    .filter((item) => item.cohorts?.includes(earlier))
    .map((item) => setItem(item, { cohorts: [...new Set([...(item.cohorts ?? []), ...cohorts])] }));
