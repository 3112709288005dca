/** The dates of somebody imagined who comes in at an instant and has done nothing yet: before one enrolls, or buys. */
import {
  enrollmentSchema,
  type PlanCohort,
  type PlanCourse,
  type PlanEnrollment,
  type PlanSchool,
} from "@dawngate/core/plan";
import type { Timeline } from "@dawngate/core/schedule";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { workOut } from "./case";

interface Imagined {
  school: PlanSchool;
  plan: PlanCourse;
  cohort: PlanCohort | null;
  timeZone: string;
  /** When access ends; null, or left out: as the course says. */
  validity?: Validity | null;
  /** They begin a lesson at once. */
  started?: boolean;
}

const written = (instant: Instant | null) => (instant === null ? null : formatInstant(instant));

/** All that holds of them. */
export function imagined(
  { school, plan, cohort, timeZone, validity = null, started = false }: Imagined,
  now: Instant,
): Timeline {
  const at = formatInstant(now);
  const enrollment = enrollmentSchema.parse({
    id: "imagined",
    course: plan.id,
    cohort: cohort?.id ?? null,
    timeZone,
    enrolledAt: at,
    paidAt: at,
    ...(started && { startedAt: at }),
    ...(validity !== null && { validity }),
  });
  return workOut({ school, plan, cohort, enrollment }, now);
}

export function imaginedDates(of: Imagined, now: Instant) {
  const { access, items } = imagined(of, now);
  const known = new Map(items.map((item) => [item.id, item]));
  return {
    from: written(access.from),
    until: written(access.until),
    untilWaitsFor: access.untilWaitsFor,
    modules: of.plan.modules.flatMap(({ id, title }) => {
      const item = known.get(id);
      return item?.reachable ? [{ title, opens: written(item.opens) }] : [];
    }),
  };
}

export type Validity = NonNullable<PlanEnrollment["validity"]>;
