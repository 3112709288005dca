/** Everything that a person's dates in a course are worked out from, read in one question. */
import type { PlanCohort, PlanCourse, PlanEnrollment, PlanSchool } from "@dawngate/core/plan";
import { evaluate, prepareCourse, type Timeline } from "@dawngate/core/schedule";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { versionPlan } from "../review/versions";
import { fromEvents } from "./events";
import { readCaseRow } from "./store";

export interface Case {
  enrollment: PlanEnrollment;
  course: string;
  person: string;
  lastSequence: number;
  school: PlanSchool;
  schoolName: string;
  cohort: PlanCohort | null;
  version: number;
  plan: PlanCourse;
}

/** The case of an enrollment; null where there is none, or its course was never published. */
export async function readCase(
  tx: SchoolTransaction,
  school: SchoolId,
  enrollment: string,
): Promise<Case | null> {
  const row = await readCaseRow(tx, enrollment);
  if (!row || row.version === null) return null;
  const plan = await versionPlan(tx, school, row.course, row.version);
  if (!plan) throw new Error(`Version ${row.version} of ${row.course} is missing`);
  return {
    ...row,
    version: row.version,
    plan,
    enrollment: fromEvents(enrollment, row.course, row.events),
  };
}

/** Where the case stands at an instant. */
export function workOut(
  { school, plan, cohort, enrollment }: Pick<Case, "school" | "plan" | "cohort" | "enrollment">,
  now: Instant,
): Timeline {
  return evaluate(prepareCourse(school, plan, cohort), enrollment, now);
}

/** The zone in which days are counted for this person. */
export function clockOf({
  plan,
  school,
  enrollment,
}: Pick<Case, "plan" | "school" | "enrollment">): string {
  return plan.clock === "school" ? school.timeZone : enrollment.timeZone;
}
