/** What opens when for somebody who comes in now by a listing: course by course. */
import type { FirstDates, Offer } from "@dawngate/contract/sales";
import {
  anchorOf,
  isSame,
  itemTitles,
  type PlanCourse,
  type PlanMoment,
} from "@dawngate/core/plan";
import type { Timeline } from "@dawngate/core/schedule";
import { momentParts } from "@dawngate/core/schedule/words";
import { type Anchor, formatInstant, type Instant } from "@dawngate/core/time";
import { published } from "../courses/service";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { pastEnrollment } from "../enrollment/come-back";
import { readCase, workOut } from "../schedule/case";
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
  /** Who comes in; null: somebody who never was. */
  person: string | null = null,
): Promise<FirstDates> {
  const school = planSchool(row);
  const { validity } = offer;
  // Asked for at once: they travel together.
  const plans = await Promise.all(offer.courses.map((course) => published(tx, id, course.id)));
  const before = await timelinesBefore(tx, { school: id, now }, plans, cohorts, person);
  return plans.map(({ plan }) => {
    const past = before.get(plan.id);
    const items = past?.items;
    const named = cohorts.find(({ course }) => course === plan.id)?.named ?? null;
    const cohort = named?.cohort ?? null;
    const {
      modules: anew,
      until,
      untilWaitsFor,
    } = imaginedDates(
      { school, plan, cohort, timeZone, validity, started: past?.started ?? false },
      now,
    );
    const modules = items ? modulesBefore(plan, items) : anew;
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
      goesOn: items !== undefined,
    };
  });
}

interface Before {
  items: Timeline["items"];
  /** They have begun a lesson. */
  started: boolean;
}

/** How the courses stand for somebody who was in them before, and would go on there. */
async function timelinesBefore(
  tx: SchoolTransaction,
  at: { school: SchoolId; now: Instant },
  plans: readonly { plan: PlanCourse }[],
  cohorts: readonly SoldCohort[],
  person: string | null,
): Promise<Map<string, Before>> {
  const before = new Map<string, Before>();
  if (person === null) return before;
  for (const { plan } of plans) {
    const cohort = cohorts.find(({ course }) => course === plan.id)?.named.cohort.id ?? null;
    const past = await pastEnrollment(tx, at, { course: plan.id, person, cohort });
    const found = past && (await readCase(tx, at.school, past.id));
    if (found)
      before.set(plan.id, {
        items: workOut(found, at.now).items,
        started: found.enrollment.startedAt !== null,
      });
  }
  return before;
}

function modulesBefore({ modules }: PlanCourse, items: Timeline["items"]) {
  const known = new Map(items.map((item) => [item.id, item]));
  return modules.flatMap(({ id, title, visible }) => {
    const item = visible === "published" ? known.get(id) : undefined;
    return item ? [{ title, opens: item.opens === null ? null : formatInstant(item.opens) }] : [];
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
