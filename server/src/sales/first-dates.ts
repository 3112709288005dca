/** What opens when for somebody who comes in now by a listing: course by course. */
import type { FirstDates, Offer } from "@dawngate/contract/sales";
import {
  anchorOf,
  isSame,
  itemTitles,
  type PlanCourse,
  type PlanMoment,
} from "@dawngate/core/plan";
import { momentParts } from "@dawngate/core/schedule/words";
import type { Anchor, Instant } from "@dawngate/core/time";
import { published } from "../courses/service";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { imaginedDates } from "../schedule/imagined";
import { planSchool } from "../school/plan";
import type { SchoolRow } from "../school/store";
import type { SoldCohort } from "./sold-cohorts";

/** So many modules of a course are told. */
const MOST = 60;

export async function firstDatesOf(
  tx: SchoolTransaction,
  { school: id, now }: { school: SchoolId; now: Instant },
  row: SchoolRow,
  offer: Pick<Offer, "courses" | "validity">,
  cohorts: readonly SoldCohort[],
  timeZone: string,
): Promise<FirstDates> {
  const school = planSchool(row);
  const { validity } = offer;
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
      ends: endsThatWait(plan, validity ?? plan.validity, untilWaitsFor),
      modules: modules.slice(0, MOST),
    };
  });
}

/** What an end counts from that has not happened, as sentences: "30 days after the first lesson is opened". */
function endsThatWait(
  plan: PlanCourse,
  validity: readonly PlanMoment[],
  waitsFor: readonly Anchor[],
): string[] {
  if (waitsFor.length === 0) return [];
  const titles = itemTitles(plan);
  const titleOf = (item: string) => (item === plan.id ? plan.title : titles.get(item)) ?? item;
  return validity
    .filter((moment) => waitsFor.some((anchor) => isSame(anchor, anchorOf(moment))))
    .map((moment) =>
      // A last day is whole, as everywhere: nobody is told so each time.
      momentParts({ ...moment, edge: undefined } as PlanMoment, titleOf)
        .map(({ text }) => text)
        .join(""),
    );
}
