/** A whole plan asked at once: every enrollment's timeline, each course prepared once for each cohort. */
import type { Plan, PlanEnrollment } from "../plan";
import type { Instant } from "../time";
import { evaluate } from "./evaluate";
import { type PreparedCourse, prepareCourse } from "./prepare";
import type { Timeline } from "./timeline";

/** Answers for the enrollments of a checked plan that `wanted` picks, in the plan's order. */
export function timelines(
  plan: Plan,
  now: Instant,
  wanted: (enrollment: PlanEnrollment) => boolean = () => true,
): Timeline[] {
  const prepared = preparer(plan);
  return plan.enrollments
    .filter(wanted)
    .map((enrollment) => evaluate(prepared(enrollment), enrollment, now));
}

/** The prepared course of each enrollment of a plan, made on first use. */
export function preparer(plan: Plan): (enrollment: PlanEnrollment) => PreparedCourse {
  const courses = new Map(plan.courses.map((course) => [course.id, course]));
  const cohorts = new Map(plan.cohorts.map((cohort) => [cohort.id, cohort]));
  const made = new Map<string, PreparedCourse>();
  return (enrollment) => {
    const key = JSON.stringify([enrollment.course, enrollment.cohort]);
    let prepared = made.get(key);
    if (!prepared) {
      const course = courses.get(enrollment.course);
      if (!course) throw new RangeError(`No course "${enrollment.course}" in this plan`);
      const cohort = enrollment.cohort === null ? null : cohorts.get(enrollment.cohort);
      prepared = prepareCourse(plan.school, course, cohort ?? null);
      made.set(key, prepared);
    }
    return prepared;
  };
}
