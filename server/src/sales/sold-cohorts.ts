/**
 * Cohorts that are sold: their windows and their seats hold for whoever buys, as for whoever enrolls. So does their
 * waitlist: a free place belongs to whoever waits the longest, and one that is held for somebody is theirs to buy.
 */
import type { Offer, Offered } from "@dawngate/contract/sales";
import { takesWaiters, windowState } from "@dawngate/core/enrollment";
import { formatInstant, type Instant, zoneOf } from "@dawngate/core/time";
import { published } from "../courses/service";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { placeOf } from "../enrollment/enroll";
import { holdSeats, seatsLeft } from "../enrollment/seats";
import { seatsFor } from "../enrollment/ways-in/comer";
import { placeOn, readWaitingIn } from "../enrollment/ways-in/queue-store";
import { readWays } from "../enrollment/ways-in/store";
import { readCohorts } from "../schedule/cohort-store";
import { readPromised } from "./listing-store";

export interface SoldCohort {
  course: string;
  named: Awaited<ReturnType<typeof readCohorts>>[number];
  /** Those that are left for whoever asks: what is taken, promised to buyers, or waited for, aside; null: no limit. */
  left: number | null;
  state: Offered["state"];
  /** One can wait for a place in it. */
  takesWaiters: boolean;
  /** Where whoever asks stands on its waitlist; null: they do not wait. */
  waits: { ahead: number; offerUntil: string | null } | null;
}

interface Where {
  school: SchoolId;
  timeZone: string;
  now: Instant;
  /** Who asks; null: nobody known. */
  person: string | null;
}

/** The cohorts of a listing as they stand; `hold`: nobody else takes a seat of them until the transaction ends. */
export async function soldCohorts(
  tx: SchoolTransaction,
  { school, timeZone, now, person }: Where,
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
    const zone = zoneOf(timeZone);
    const waited = free === null ? NOBODY : await waitedFor(tx, course, cohort, person);
    const { waitlist, waiting, waits } = waited;
    const isOffered = waits?.offerUntil != null && Date.parse(waits.offerUntil) > now;
    const promised =
      free === null ? 0 : await readPromised(tx, { course, cohort }, formatInstant(now));
    const others = free === null ? null : Math.max(0, free - promised);
    const left = isOffered
      ? (others ?? 0) + 1
      : seatsFor(others, waitlist, waiting, waits, zone, now);
    const { window, ends } = placeOf(await published(tx, school, course), timeZone, named, left);
    sold.push({
      course,
      named,
      left,
      // What was offered while the window was open is held as long as the offer says.
      state:
        ends !== null && ends <= now
          ? "closed"
          : isOffered
            ? "open"
            : windowState(window, zone, now, left),
      takesWaiters: waitlist !== null && takesWaiters(waitlist, zone, now),
      waits: waits ? { ahead: waits.ahead, offerUntil: waits.offerUntil } : null,
    });
  }
  return sold;
}

/** A cohort's waitlist, how many wait in it, and where somebody stands. */
async function waitedFor(
  tx: SchoolTransaction,
  course: string,
  cohort: string,
  person: string | null,
) {
  const waitlist = (await readWays(tx, course)).get(cohort)?.waitlist ?? null;
  if (waitlist === null) return NOBODY;
  return {
    waitlist,
    waiting: (await readWaitingIn(tx, course)).get(cohort) ?? 0,
    waits: person === null ? undefined : await placeOn(tx, cohort, person),
  };
}

const NOBODY = { waitlist: null, waiting: 0, waits: undefined };

/** What stands in the way of all of them together: what is over first, what has not begun, what is full. */
export function worst(states: readonly Offered["state"][]): Offered["state"] {
  return (["closed", "before", "full"] as const).find((one) => states.includes(one)) ?? "open";
}

/** Something on sale, as far as waiting for it goes. */
interface Waited {
  cohorts: readonly SoldCohort[];
  /** Of the listing itself; null: no limit. */
  ownLeft: number | null;
  state: Offered["state"];
}

/** The cohort that whoever asks waits for, or could wait for; null: none, or something else stands in the way. */
export function cohortToWaitFor({ cohorts, ownLeft, state }: Waited): SoldCohort | null {
  const waits = cohorts.find((one) => one.waits !== null);
  if (waits) return waits;
  if (state !== "full" || ownLeft === 0) return null;
  const full = cohorts.filter((one) => one.state === "full");
  // A place in one of them is none where another has no waitlist.
  return full.every((one) => one.takesWaiters) ? (full[0] ?? null) : null;
}

/** As it is answered with what is on sale. */
export function waitingOf(onSale: Waited): Offered["waiting"] {
  const found = cohortToWaitFor(onSale);
  if (!found) return null;
  const { course, named, waits } = found;
  return { course, cohort: named.cohort.id, name: named.name, stands: waits };
}
