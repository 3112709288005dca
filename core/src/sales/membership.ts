/** A membership: every course of the school is open to whoever has it, those to come too, but for what is left out. */
import { z } from "zod";
import { type Fault, type PlanMoment, planFields } from "../plan";
import { parseOffset } from "../time";

export const membershipSchema = z
  .strictObject({
    except: z.array(planFields.id).max(1000, "At most 1000 courses").default([]),
  })
  .meta({ id: "Membership" });
export type Membership = z.output<typeof membershipSchema>;

/** What a membership's end can count from: what one membership has one of, whatever its courses do. */
const COUNTED: readonly string[] = ["date", "enrolled", "paid", "access"];

/** What does not go with a membership, each with its path in the offer. */
export function membershipFaults({
  membership,
  courses,
  cohorts,
  validity,
}: {
  membership: Membership | null;
  courses: readonly unknown[];
  cohorts: readonly unknown[];
  validity: readonly PlanMoment[] | null;
}): Fault[] {
  if (membership === null) return [];
  const faults: Fault[] = [];
  const fault = (path: string, reason: string) => faults.push({ path, reason });
  if (courses.length > 0)
    fault("courses", "A membership names no courses: it is every course but those left out");
  if (cohorts.length > 0)
    fault("cohorts", "A member chooses a cohort with each course: none is sold with it");
  (validity ?? []).forEach((moment, i) => {
    if (moment.from === "staff") return;
    const part = moment.from === "paid" && moment.part !== undefined;
    if (!COUNTED.includes(moment.from) || part)
      fault(
        `validity[${i}].from`,
        "A membership ends on a date, or counted from the purchase: its courses begin on many days",
      );
    const read = moment.add === undefined ? null : parseOffset(moment.add);
    if (read?.ok && read.value.kind === "time")
      fault(`validity[${i}].add`, "A membership ends with a day: count in days, weeks or months");
  });
  return faults;
}

/**
 * Whether a course is in a membership. What was agreed at the purchase stays: a course that is left out later goes on
 * being in the memberships of those who had it by then. What was published first after their purchase was promised to
 * nobody, and is left out for all.
 *
 * @param agreed what was left out when it was bought
 * @param now what is left out of it today
 * @param at when it was bought, and when the course was published first (milliseconds)
 */
export function isInMembership(
  course: string,
  agreed: Membership,
  now: Membership | null,
  at: { bought: number; published: number },
): boolean {
  if (agreed.except.includes(course)) return false;
  return at.published <= at.bought || !(now?.except.includes(course) ?? false);
}
