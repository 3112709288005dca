/** Seats: how many of a cohort are left. A seat is taken by whoever's access has not ended; who is paused keeps it. */
import { holdsSeat } from "@dawngate/core/enrollment";
import type { PlanCohort } from "@dawngate/core/plan";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { published } from "../courses/service";
import { versionPlans } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { holdTurn, readSeats } from "../schedule/headcount-store";
import { inBulkFor } from "../schedule/in-bulk";
import { LOT, readLot } from "../schedule/lot-store";
import { readOffered } from "./ways-in/queue-store";

/** More people whose line does not hold are not asked about while a request waits on the main thread. */
export const FEW = 200;

/** So many must be asked about that it is for a thread. */
export class TooMany extends Error {}

/**
 * How many seats are left in each of a course's cohorts; null where there is no limit. Those whose line holds are
 * counted already; the others are asked about, and only they. Throws {@link TooMany} where those are more than `most`.
 */
export async function seatsLeft(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  cohorts: readonly PlanCohort[],
  now: Instant,
  most = 2_147_483_646,
): Promise<Map<string, number | null>> {
  const left = new Map<string, number | null>(cohorts.map(({ id }) => [id, null]));
  const limited = cohorts.filter(({ seats }) => seats !== null);
  if (limited.length === 0) return left;
  const { counted, unheld } = await readSeats(tx, course, formatInstant(now), most + 1);
  // As many as were asked for: there may be more, of whatever cohort.
  if (unheld.length > most) throw new TooMany();
  const asked = unheld.filter(({ cohort }) => limited.some(({ id }) => id === cohort));
  const holds = await holding(
    tx,
    school,
    course,
    asked.map(({ id }) => id),
    now,
  );
  // A place that is offered to somebody on the waitlist is taken until the offer lapses.
  const offered = await readOffered(
    tx,
    limited.map(({ id }) => id),
    formatInstant(now),
  );
  for (const { id, seats } of limited) {
    let taken = (counted[id] ?? 0) + (offered.get(id) ?? 0);
    for (const one of asked)
      if (one.cohort === id)
        taken += (holds.has(one.id) ? 1 : 0) - (holdsSeat(one.standing) ? 1 : 0);
    left.set(id, Math.max(0, (seats ?? 0) - taken));
  }
  return left;
}

/** Those of some people whose access has not ended. */
async function holding(
  tx: SchoolTransaction,
  schoolId: SchoolId,
  courseId: string,
  enrollments: string[],
  now: Instant,
): Promise<Set<string>> {
  const found = new Set<string>();
  if (enrollments.length === 0) return found;
  const { number } = await published(tx, schoolId, courseId);
  const inBulk = await inBulkFor(tx, courseId);
  for (let from = 0; from < enrollments.length; from += LOT) {
    const among = enrollments.slice(from, from + LOT);
    const lot = await readLot(tx, courseId, { after: "", among });
    for (const { versions, rows, people } of inBulk.alike(lot, number)) {
      const plans = await versionPlans(tx, schoolId, courseId, versions);
      const { accessUntil } = inBulk.answer(plans, people, now, { closes: true }).answer;
      // No end is later than now.
      for (const [p, { id }] of rows.entries())
        if (!((accessUntil[p] as number) <= now)) found.add(id);
    }
  }
  return found;
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
  return (await seatsLeft(tx, school, course, [cohort], now)).get(cohort.id) ?? null;
}
