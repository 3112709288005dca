/** Seats: how many of a cohort are left. A seat is taken by whoever's access has not ended; who is paused keeps it. */
import type { PlanCohort } from "@dawngate/core/plan";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { published } from "../courses/service";
import { versionPlans } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { InBulk } from "../schedule/in-bulk";
import { planSchool } from "../school/plan";
import { readSchool } from "../school/store";
import { holdTurn, readSeats } from "./headcount-store";
import { LOT, readLot } from "./lot-store";
import { readCohorts } from "./store";

/** More people whose line does not hold are not asked about while a request waits on the main thread. */
export const FEW = 200;

/** So many must be asked about that it is for a thread. */
export class TooMany extends Error {}

/**
 * How many seats are left in a cohort; null where there is no limit. Those whose line holds are counted by the
 * database; the others are asked about, and only they. Throws {@link TooMany} where those are more than `most`.
 */
export async function seatsLeft(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  { id, seats }: PlanCohort,
  now: Instant,
  most = Number.POSITIVE_INFINITY,
): Promise<number | null> {
  if (seats === null) return null;
  const limit = Math.min(most + 1, 2_147_483_647);
  const { taken, unheld } = await readSeats(tx, course, id, formatInstant(now), limit);
  if (unheld.length > most) throw new TooMany();
  const asked = unheld.length === 0 ? 0 : await holding(tx, school, course, unheld, now);
  return Math.max(0, seats - taken - asked);
}

/** How many of some people have access that has not ended. */
async function holding(
  tx: SchoolTransaction,
  schoolId: SchoolId,
  courseId: string,
  enrollments: string[],
  now: Instant,
): Promise<number> {
  const { number } = await published(tx, schoolId, courseId);
  const cohorts = (await readCohorts(tx, courseId)).map(({ cohort }) => cohort);
  const inBulk = new InBulk(planSchool(await readSchool(tx)), cohorts);
  let count = 0;
  for (let from = 0; from < enrollments.length; from += LOT) {
    const among = enrollments.slice(from, from + LOT);
    const lot = await readLot(tx, courseId, { after: "", among });
    for (const { versions, rows, people } of inBulk.alike(lot, number)) {
      const plans = await versionPlans(tx, schoolId, courseId, versions);
      const { accessUntil } = inBulk.answer(plans, people, now, { closes: true }).answer;
      // No end is later than now.
      count += rows.filter((_, p) => !((accessUntil[p] as number) <= now)).length;
    }
  }
  return count;
}

/** The same for whoever is about to give one out: others who do wait until this transaction ends. */
export async function holdSeats(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  cohort: PlanCohort,
  now: Instant,
): Promise<number | null> {
  if (cohort.seats === null) return null;
  await holdTurn(tx, course, `seats ${cohort.id}`);
  return seatsLeft(tx, school, course, cohort, now);
}
