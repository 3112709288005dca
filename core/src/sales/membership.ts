/** A membership: every course of the school, or of some subjects, is open to whoever has it, those to come too, but for what is left out. */
import { z } from "zod";
import { type Fault, type PlanMoment, planFields } from "../plan";
import { parseOffset } from "../time";

export const membershipSchema = z
  .strictObject({
    except: z.array(planFields.id).max(1000, "At most 1000 courses").default([]),
    subjects: z
      .array(z.string().trim().min(1, "A subject has letters").max(200, "At most 200 letters"))
      .max(50, "At most 50 subjects")
      .default([])
      .describe("Only courses of these subjects, as their pages name them; none: of any."),
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

/** A course as a membership looks at it. */
export interface MemberCourse {
  id: string;
  /** As its page names it; empty: none. */
  subject: string;
}

/** Whether terms open a course to whoever joins by them on the day. */
export const isOpenBy = (
  { except, subjects }: Membership,
  { id, subject }: MemberCourse,
): boolean => !except.includes(id) && (subjects.length === 0 || subjects.includes(subject));

/** What was agreed when a membership was bought. */
export interface AgreedMembership extends Membership {
  /** Of one of some subjects: the courses that had one of them by then. */
  promised: readonly string[];
}

/**
 * Whether a course is in a membership. What was agreed at the purchase stays: a course that is left out later, or is of
 * another subject by then, goes on being in the memberships of those who had it. What comes later (is published first, or
 * is of one of the subjects from then on) was promised to nobody: it is in where what was agreed and today's terms both
 * open it.
 *
 * @param agreed what it was when it was bought
 * @param now what it is today; null: it is sold as none any more, and what was agreed alone counts
 * @param at when it was bought, and when the course was published first (milliseconds)
 */
export function isInMembership(
  course: MemberCourse,
  agreed: AgreedMembership,
  now: Membership | null,
  at: { bought: number; published: number },
): boolean {
  if (agreed.except.includes(course.id)) return false;
  const wasIn =
    agreed.subjects.length === 0 ? at.published <= at.bought : agreed.promised.includes(course.id);
  return wasIn || (isOpenBy(agreed, course) && (now === null || isOpenBy(now, course)));
}
