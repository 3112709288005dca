/** The question that is put to the worker, and its answer. */
import type { PlanCohort, PlanCourse, PlanSchool } from "@dawngate/core/plan";
import { findSnags, type Snag } from "@dawngate/core/review";
import type { Instant } from "@dawngate/core/time";

export interface SnagQuestion {
  /** Only the answer to the last question counts. */
  number: number;
  school: PlanSchool;
  course: PlanCourse;
  cohorts: readonly (PlanCohort & { name: string })[];
  now: number;
}

export interface SnagAnswer {
  number: number;
  snags: Snag[];
}

export function answerSnags({ number, school, course, cohorts, now }: SnagQuestion): SnagAnswer {
  const names = new Map(cohorts.map(({ id, name }) => [id, name]));
  return { number, snags: findSnags(school, course, cohorts, now as Instant, names) };
}
