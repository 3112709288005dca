/** What opens when for somebody who comes in now by a listing: course by course. */
import type { FirstDates, Offer } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { published } from "../courses/service";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { accessOf, imaginedDates } from "../schedule/imagined";
import { planSchool } from "../school/plan";
import type { SchoolRow } from "../school/store";
import type { SoldCohort } from "./sold-cohorts";

/** So many modules of a course are told. */
const MOST = 60;

export async function firstDatesOf(
  tx: SchoolTransaction,
  { school: id, now }: { school: SchoolId; now: Instant },
  row: SchoolRow,
  offer: Pick<Offer, "courses" | "days" | "daysFrom" | "through">,
  cohorts: readonly SoldCohort[],
  timeZone: string,
): Promise<FirstDates> {
  const school = planSchool(row);
  const validity = accessOf(offer);
  // Asked for at once: they travel together.
  const plans = await Promise.all(offer.courses.map((course) => published(tx, id, course.id)));
  return plans.map(({ plan }) => {
    const named = cohorts.find(({ course }) => course === plan.id)?.named ?? null;
    const cohort = named?.cohort ?? null;
    const { modules, until, untilWaitsFor } = imaginedDates(
      { school, plan, cohort, timeZone, validity },
      now,
    );
    const openings = modules.flatMap(({ opens }) => (opens === null ? [] : [opens]));
    return {
      id: plan.id,
      title: plan.title,
      cohort: named && { name: named.name, starts: named.cohort.starts, ends: named.cohort.ends },
      opens: openings.sort()[0] ?? null,
      until,
      untilWaitsFor: [...untilWaitsFor],
      modules: modules.slice(0, MOST),
    };
  });
}
