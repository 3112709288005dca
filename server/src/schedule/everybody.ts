/** What everybody's dates in a course are worked out from, for the picture of them all. */
import type { Everybody } from "@dawngate/contract";
import { published } from "../courses/service";
import { versionPlans, versionsOf } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { lotsOf } from "../enrollment/lot-store";
import { readCohorts } from "../enrollment/store";
import type { Services } from "../http/kit";
import type { Context } from "../school/context";
import { planSchool } from "../school/plan";
import { readSchool } from "../school/store";

/** The people of a course whom one may see, each with the versions they hold, as JSON. */
export async function showEverybody(
  { threads }: Pick<Services, "threads">,
  { school, cohorts }: Context,
  course: string,
): Promise<string> {
  return threads.run("everybody", { school, course, cohorts });
}

/** The people of a course, of all cohorts or some. */
export async function everybodyIn(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  cohorts: string[] | null,
): Promise<Everybody> {
  const { number } = await published(tx, school, course);
  const held = new Set<number>();
  const people: Everybody["people"] = [];
  for await (const lot of lotsOf(tx, course)) {
    for (const row of lot) {
      if (cohorts !== null && !cohorts.includes(row.enrollment.cohort ?? "")) continue;
      const versions = versionsOf(row, number);
      people.push({ versions, enrollment: row.enrollment });
      for (const version of versions) held.add(version);
    }
  }
  const versions = [...held];
  const plans = await versionPlans(tx, school, course, versions);
  return {
    school: planSchool(await readSchool(tx)),
    cohorts: (await readCohorts(tx, course)).map(({ cohort }) => cohort),
    versions: plans.map((plan, i) => ({ number: versions[i] as number, plan })),
    people,
  };
}
