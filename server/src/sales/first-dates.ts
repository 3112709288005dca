/** What opens when for somebody who comes in now by a listing: course by course. */
import type { FirstDates, Offer } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import { published } from "../courses/service";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { imaginedDates } from "../schedule/imagined";
import type { SoldCohort } from "./sold-cohorts";

/** So many modules of a course are told. */
const MOST = 60;

export async function firstDatesOf(
  tx: SchoolTransaction,
  { school, now }: { school: SchoolId; now: Instant },
  { courses, days }: Pick<Offer, "courses" | "days">,
  cohorts: readonly SoldCohort[],
  timeZone: string,
): Promise<FirstDates> {
  const told: FirstDates = [];
  for (const { id } of courses) {
    const { plan } = await published(tx, school, id);
    const named = cohorts.find(({ course }) => course === id)?.named ?? null;
    const cohort = named?.cohort ?? null;
    const { modules, until } = await imaginedDates(tx, { plan, cohort, timeZone, days }, now);
    const openings = modules.flatMap(({ opens }) => (opens === null ? [] : [opens]));
    told.push({
      id,
      title: plan.title,
      cohort: named && { name: named.name, starts: named.cohort.starts, ends: named.cohort.ends },
      opens: openings.sort()[0] ?? null,
      until,
      modules: modules.slice(0, MOST),
    });
  }
  return told;
}
