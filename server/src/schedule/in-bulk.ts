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
import { anyByCohort } from "../courses/version-store";
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
  private readonly courses = new Map<PlanCourse, Map<string | null, BulkCourse>>();

  constructor(
    private readonly school: PlanSchool,
    private readonly cohorts: readonly PlanCohort[],
    /** Cohorts have modules or lessons of their own: people are asked about a cohort at a time. */
    private readonly byCohort = false,
  ) {
    this.days = new SchoolDays(readCalendar(school));
  }

  /** Parts a lot by the versions that its people hold, and by their cohorts where those have items of their own. */
  alike(rows: readonly LotRow[], current: number): Alike[] {
    const groups = new Map<string, { versions: number[]; rows: LotRow[] }>();
    for (const row of rows) {
      const versions = versionsOf(row, current);
      const cohort = this.byCohort ? (row.enrollment.cohort ?? "") : "";
      const key = `${versions.join(" ")} ${cohort}`;
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
      const course = this.of(plan, this.byCohort ? (people.cohorts[0] ?? null) : null);
      return { items: course.items, answer: course.answer(people, now, wanted) };
    });
    return holdTogether(answers, now);
  }

  private of(plan: PlanCourse, cohort: string | null): BulkCourse {
    const kept = this.courses.get(plan) ?? new Map<string | null, BulkCourse>();
    this.courses.set(plan, kept);
    const found = kept.get(cohort);
    if (found) return found;
    const theirs = this.cohorts.find(({ id }) => id === cohort) ?? null;
    const { school, cohorts, names, days } = this;
    const made = new BulkCourse(school, plan, cohorts, names, days, theirs);
    kept.set(cohort, made);
    return made;
  }
}

/** The bulk evaluator for a course, its school and its cohorts as they stand in this transaction. */
export async function inBulkFor(tx: SchoolTransaction, course: string): Promise<InBulk> {
  const cohorts = (await readCohorts(tx, course)).map(({ cohort }) => cohort);
  return new InBulk(planSchool(await readSchool(tx)), cohorts, await anyByCohort(tx, course));
}
