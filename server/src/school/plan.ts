/** The school as a plan's core wants it. */
import type { PlanSchool } from "@dawngate/core/plan";
import type { SchoolRow } from "./store";

export function planSchool({ time_zone, currency, weekend, closed }: SchoolRow): PlanSchool {
  return { timeZone: time_zone, currency, calendar: { weekend, closed } };
}
