/** What everybody's dates in a course are worked out from, for the picture of them all. */
import type { Everybody } from "@dawngate/contract";
import { published } from "../courses/service";
import type { Database } from "../db/connection";
import { lotsOf } from "../enrollment/lot-store";
import { readCohorts } from "../enrollment/store";
import { versionPlans, versionsOf } from "../review/versions";
import { type Actor, isTheirs } from "../school/actor";
import { planSchool } from "../school/plan";
import { reading } from "../school/service";
import { readSchool } from "../school/store";

/** The people of a course whom the actor may see, each with the versions they hold. */
export async function showEverybody(
  db: Database,
  actor: Actor,
  course: string,
): Promise<Everybody> {
  return reading(db, actor, async (tx) => {
    const { number } = await published(tx, course);
    const held = new Set<number>();
    const people: Everybody["people"] = [];
    for await (const lot of lotsOf(tx, course)) {
      for (const row of lot) {
        if (!isTheirs(actor, row.enrollment.cohort)) continue;
        const versions = versionsOf(row, number);
        people.push({ versions, enrollment: row.enrollment });
        for (const version of versions) held.add(version);
      }
    }
    const versions = [...held];
    const plans = await versionPlans(tx, actor.school, course, versions);
    return {
      school: planSchool(await readSchool(tx)),
      cohorts: (await readCohorts(tx, course)).map(({ cohort }) => cohort),
      versions: plans.map((plan, i) => ({ number: versions[i] as number, plan })),
      people,
    };
  });
}
