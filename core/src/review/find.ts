/** All snags of a course, the heaviest first, each at its place in the outline. */
import { ownerOf } from "../courses";
import { itemsOf, type Plan, type PlanCohort, type PlanCourse, type PlanSchool } from "../plan";
import type { Instant } from "../time";
import { type CohortNames, cohortCalled, type Look, lookAt } from "./look";
import { type Finding, nameOf, type Snag, type SnagKind, type Weight } from "./snag";
import { afterAccess, shortValidity } from "./snags/after-access";
import { clockChanges } from "./snags/clock-change";
import { closesFirst } from "./snags/closes-first";
import { cohortDates } from "./snags/cohort-dates";
import { noContent, noLessons } from "./snags/empty-parts";
import { forCohorts } from "./snags/for-cohorts";
import { neverOpens } from "./snags/never-opens";
import { repeatedOffsets } from "./snags/repeated-offset";
import { sameDays } from "./snags/same-day";

const CHECKS: readonly [SnagKind, (look: Look, called: (cohort: string) => string) => Finding[]][] =
  [
    ["never-opens", neverOpens],
    ["repeated-offset", repeatedOffsets],
    ["same-day", sameDays],
    ["closes-first", closesFirst],
    ["after-access", afterAccess],
    ["short-validity", shortValidity],
    ["cohort-dates", cohortDates],
    ["for-cohorts", forCohorts],
    ["no-lessons", noLessons],
    ["no-content", noContent],
    ["clock-change", clockChanges],
  ];

const WEIGHTS: Record<Weight, number> = { stops: 0, likely: 1, look: 2 };

/**
 * Everything about a course that looks like a fault, judged by the first and the last who may enroll (into each
 * cohort). Takes a checked course. `names` are the cohorts' names, where they have some.
 */
export function findSnags(
  school: PlanSchool,
  course: PlanCourse,
  cohorts: readonly PlanCohort[],
  now: Instant,
  names: CohortNames = new Map(),
): Snag[] {
  const look = lookAt(school, course, cohorts, now, names);
  const places = new Map(itemsOf(course).map(({ id }, i) => [id, i]));
  const placeOf = ({ item }: Snag) => (item === null ? -1 : (places.get(item) ?? -1));
  return CHECKS.flatMap(([kind, check]) =>
    check(look, (cohort) => cohortCalled(names, cohort)).map((finding): Snag => {
      const { about: _about, ...snag } = finding;
      // A row of a course inside this one is mended there.
      const mends = snag.mends.filter(({ operations }) =>
        operations.every((operation) => ownerOf(course, operation) === null),
      );
      return { kind, ...snag, mends, key: nameOf(kind, finding) };
    }),
  ).sort((a, b) => WEIGHTS[a.weight] - WEIGHTS[b.weight] || placeOf(a) - placeOf(b));
}

/** The snags of every course of a plan. */
export function snagsOf(plan: Plan, now: Instant): (Snag & { course: string })[] {
  return plan.courses.flatMap((course) =>
    findSnags(plan.school, course, plan.cohorts, now).map((snag) => ({
      course: course.id,
      ...snag,
    })),
  );
}
