/** The dates of somebody imagined who comes in at an instant and has done nothing yet: before one enrolls, or buys. */
import {
  enrollmentSchema,
  type PlanCohort,
  type PlanCourse,
  type PlanSchool,
} from "@dawngate/core/plan";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { workOut } from "./case";

interface Imagined {
  school: PlanSchool;
  plan: PlanCourse;
  cohort: PlanCohort | null;
  timeZone: string;
  /** So many days of access; left out: as the course says. */
  days?: number | null;
}

const written = (instant: Instant | null) => (instant === null ? null : formatInstant(instant));

export function imaginedDates(
  { school, plan, cohort, timeZone, days = null }: Imagined,
  now: Instant,
) {
  const at = formatInstant(now);
  const enrollment = enrollmentSchema.parse({
    id: "imagined",
    course: plan.id,
    cohort: cohort?.id ?? null,
    timeZone,
    enrolledAt: at,
    paidAt: at,
    ...(days !== null && { validity: accessFor(days) }),
  });
  const { access, items } = workOut({ school, plan, cohort, enrollment }, now);
  const known = new Map(items.map((item) => [item.id, item]));
  return {
    from: written(access.from),
    until: written(access.until),
    modules: plan.modules.flatMap(({ id, title }) => {
      const item = known.get(id);
      return item?.reachable ? [{ title, opens: written(item.opens) }] : [];
    }),
  };
}

/** Access for so many days from its start: through the end of the last of them. */
export const accessFor = (days: number) => [
  { from: "access" as const, add: `P${days}D`, edge: "end" as const },
];
