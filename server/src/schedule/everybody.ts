/** What everybody's dates in a course are worked out from, for the picture of them all. */
import type { Everybody } from "@dawngate/contract";
import type { PlanCourse } from "@dawngate/core/plan";
import { published } from "../courses/service";
import type { Database } from "../db/connection";
import { lotsOf } from "../enrollment/lot-store";
import { readCohorts } from "../enrollment/store";
import { versionPlan } from "../review/versions";
import { type Actor, isTheirs } from "../school/actor";
import { planSchool } from "../school/plan";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { versionsOf } from "./in-bulk";

/** The people of a course whom the actor may see, each with the versions they hold. */
export async function showEverybody(
  db: Database,
  actor: Actor,
  course: string,
): Promise<Everybody> {
  return reading(db, actor, async (tx) => {
    const { number } = await published(tx, course);
    const plans = new Map<number, PlanCourse>();
    const people: Everybody["people"] = [];
    for await (const lot of lotsOf(tx, course)) {
      for (const row of lot) {
        if (!isTheirs(actor, row.enrollment.cohort)) continue;
        const versions = versionsOf(row, number);
        people.push({ versions, enrollment: row.enrollment });
        for (const version of versions) {
          if (plans.has(version)) continue;
          const plan = await versionPlan(tx, actor.school, course, version);
          if (plan) plans.set(version, plan);
        }
      }
    }
    return {
      school: planSchool(await readSchool(tx)),
      cohorts: (await readCohorts(tx, course)).map(({ cohort }) => cohort),
      versions: [...plans].map(([version, plan]) => ({ number: version, plan })),
      people,
    };
  });
}
