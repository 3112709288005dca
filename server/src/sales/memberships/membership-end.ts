/** When a membership ends: by the school's clock, as if it were one course without anything in it. */
import type { Offer } from "@dawngate/contract/sales";
import { courseSchema, enrollmentSchema } from "@dawngate/core/plan";
import { formatDate, formatInstant, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { workOut } from "../../schedule/case";
import { imagined } from "../../schedule/imagined";
import { planSchool } from "../../school/plan";
import type { SchoolRow } from "../../school/store";

export const WHOLE = courseSchema.parse({
  id: "membership",
  title: "Membership",
  clock: "school",
  modules: [],
});

/** When a membership ends that is bought at an instant; null: it has no end of its own. */
export function membershipEnd(
  { validity }: Pick<Offer, "validity">,
  school: SchoolRow,
  bought: Instant,
): Instant | null {
  const { time_zone: timeZone } = school;
  const of = { school: planSchool(school), plan: WHOLE, cohort: null, timeZone };
  return imagined({ ...of, validity: validity ?? [] }, bought).access.until;
}

/** The end that renewing leads to. */
export function endAfter(ends: Instant, add: string, school: SchoolRow, now: Instant): Instant {
  const { time_zone: timeZone } = school;
  const date = formatDate(localDateAt(zoneOf(timeZone), (ends - 1) as Instant));
  const at = formatInstant(now);
  const enrollment = enrollmentSchema.parse({
    id: "renewed",
    course: WHOLE.id,
    timeZone,
    enrolledAt: at,
    validity: [{ from: "date", date, edge: "end" }],
    events: [{ type: "renewed", add, grace: 0, at }],
  });
  const of = { school: planSchool(school), plan: WHOLE, cohort: null, enrollment };
  return workOut(of, now).access.until ?? ends;
}
