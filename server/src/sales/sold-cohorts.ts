/** Cohorts that are sold: their windows and their seats hold for whoever buys, as for whoever enrolls. */
import type { Offer, Offered } from "@dawngate/contract/sales";
import { windowState } from "@dawngate/core/enrollment";
import { formatInstant, type Instant, zoneOf } from "@dawngate/core/time";
import { published } from "../courses/service";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { placeOf } from "../enrollment/enroll";
import { holdSeats, seatsLeft } from "../enrollment/seats";
import { readCohorts } from "../schedule/cohort-store";
import { readPromised } from "./listing-store";

export interface SoldCohort {
  course: string;
  named: Awaited<ReturnType<typeof readCohorts>>[number];
  /** Those that are taken, and those that are promised to buyers, aside; null: no limit. */
  left: number | null;
  state: Offered["state"];
}

/** The cohorts of a listing as they stand; `hold`: nobody else takes a seat of them until the transaction ends. */
export async function soldCohorts(
  tx: SchoolTransaction,
  { school, timeZone, now }: { school: SchoolId; timeZone: string; now: Instant },
  { cohorts }: Pick<Offer, "cohorts">,
  hold = false,
): Promise<SoldCohort[]> {
  const sold: SoldCohort[] = [];
  for (const { course, cohort } of cohorts) {
    const named = (await readCohorts(tx, course)).find((one) => one.cohort.id === cohort);
    // A cohort that was removed is sold no more.
    if (!named) continue;
    const free = hold
      ? await holdSeats(tx, school, course, named.cohort, now)
      : ((await seatsLeft(tx, school, course, [named.cohort], now)).get(cohort) ?? null);
    const promised =
      free === null ? 0 : await readPromised(tx, { course, cohort }, formatInstant(now));
    const left = free === null ? null : Math.max(0, free - promised);
    const { window, ends } = placeOf(await published(tx, school, course), timeZone, named, left);
    const state =
      ends !== null && ends <= now ? "closed" : windowState(window, zoneOf(timeZone), now, left);
    sold.push({ course, named, left, state });
  }
  return sold;
}

/** What stands in the way of all of them together: what is over first, what has not begun, what is full. */
export function worst(states: readonly Offered["state"][]): Offered["state"] {
  return (["closed", "before", "full"] as const).find((one) => states.includes(one)) ?? "open";
}
