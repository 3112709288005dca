/** A lot of people asked about at once, under the versions they hold, through the bulk evaluator. */
import type { PlanCohort, PlanCourse, PlanSchool } from "@dawngate/core/plan";
import { readCalendar } from "@dawngate/core/plan";
import {
  type Answered,
  BulkCourse,
  holdTogether,
  layOut,
  Numbering,
  type People,
  SchoolDays,
  type Wanted,
} from "@dawngate/core/schedule/bulk";
import type { Instant } from "@dawngate/core/time";
import { versionsOf } from "../courses/versions";
import type { SchoolTransaction } from "../db/connection";
import { planSchool } from "../school/plan";
import { readSchool } from "../school/store";
import { readCohorts } from "./cohort-store";
import type { LotRow } from "./lot-store";

/** People of a lot who hold the same versions. */
export interface Alike {
  /** In ascending order; the last is the one they follow. */
  versions: number[];
  rows: LotRow[];
  people: People;
}

/**
 * The courses of one school as its settings and cohorts stand, compiled once for all lots.
 *
 * @example
 * const bulk = await inBulkFor(tx, "cold-kitchen");
 * for (const { versions, people } of bulk.alike(await readLot(tx, "cold-kitchen", { after: "" }), current)) {
 *   const plans = await versionPlans(tx, school, "cold-kitchen", versions);
 *   const { items, answer } = bulk.answer(plans, people, now);
 * }
 */
export class InBulk {
  private readonly names = new Numbering<string>();
  private readonly days: SchoolDays;
  private readonly courses = new Map<PlanCourse, BulkCourse>();

  constructor(
    private readonly school: PlanSchool,
    private readonly cohorts: readonly PlanCohort[],
  ) {
    this.days = new SchoolDays(readCalendar(school));
  }

  /** Parts a lot by the versions that its people hold. */
  alike(rows: readonly LotRow[], current: number): Alike[] {
    const groups = new Map<string, { versions: number[]; rows: LotRow[] }>();
    for (const row of rows) {
      const versions = versionsOf(row, current);
      const key = versions.join(" ");
      const group = groups.get(key);
      if (group) group.rows.push(row);
      else groups.set(key, { versions, rows: [row] });
    }
    return [...groups.values()].map((group) => ({
      ...group,
      people: layOut(
        group.rows.map(({ enrollment }) => enrollment),
        this.names,
      ),
    }));
  }

  /** What people have under these plans, the newest last. */
  answer(
    plans: readonly PlanCourse[],
    people: People,
    now: Instant,
    wanted: Wanted = { closes: true, due: true, states: true },
  ): Answered {
    const answers = plans.map((plan): Answered => {
      let course = this.courses.get(plan);
      if (!course) {
        course = new BulkCourse(this.school, plan, this.cohorts, this.names, this.days);
        this.courses.set(plan, course);
      }
      return { items: course.items, answer: course.answer(people, now, wanted) };
    });
    return holdTogether(answers, now);
  }
}

/** The bulk evaluator for a course, its school and its cohorts as they stand in this transaction. */
export async function inBulkFor(tx: SchoolTransaction, course: string): Promise<InBulk> {
  const cohorts = (await readCohorts(tx, course)).map(({ cohort }) => cohort);
  return new InBulk(planSchool(await readSchool(tx)), cohorts);
}
