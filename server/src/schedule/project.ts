/** Works out the openings of people in a course and writes them down for lists. */

import type { PlanEnrollment } from "@dawngate/core/plan";
import { evaluate, prepareCourse, type Timeline } from "@dawngate/core/schedule";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { readPublished } from "../courses/store";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { holdEnrollments } from "../enrollment/event-store";
import { readCohorts, readEnrollments } from "../enrollment/store";
import { readVersion } from "../review/store";
import { planSchool } from "../school/plan";
import { readSchool } from "../school/store";
import { type Projection, writeOpenings } from "./store";

/** Projects the openings of a course's enrollments, those named or all, as things stand at `now`. */
export async function projectOpenings(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  now: Instant,
  ids?: readonly string[],
): Promise<void> {
  const published = await readPublished(tx, course);
  if (!published) return;
  await holdEnrollments(tx, course, ids);
  const settings = planSchool(await readSchool(tx));
  const cohorts = new Map((await readCohorts(tx, course)).map(({ cohort }) => [cohort.id, cohort]));
  const prepared = new Map<string, ReturnType<typeof prepareCourse>>();
  const projections: Projection[] = [];
  for (const { enrollment, pinnedVersion, lastSequence } of await readEnrollments(
    tx,
    course,
    ids,
  )) {
    const version = pinnedVersion ?? published.number;
    const key = JSON.stringify([version, enrollment.cohort]);
    let ready = prepared.get(key);
    if (!ready) {
      const plan =
        version === published.number ? published.plan : await readVersion(tx, course, version);
      if (!plan) throw new Error(`Version ${version} of ${course} is missing`);
      ready = prepareCourse(settings, plan, cohorts.get(enrollment.cohort ?? "") ?? null);
      prepared.set(key, ready);
    }
    projections.push(
      projectionOf(enrollment, evaluate(ready, enrollment, now), version, lastSequence, now),
    );
  }
  await writeOpenings(tx, school, projections);
}

/** What lists need to know of a timeline that was worked out at `now`. */
export function projectionOf(
  enrollment: PlanEnrollment,
  timeline: Timeline,
  version: number,
  sequence: number,
  now: Instant,
): Projection {
  return {
    enrollment: enrollment.id,
    version,
    sequence,
    staleAt: staleAt(enrollment, timeline, now),
    all: true,
    openings: timeline.items.map(({ id, opens, closes }) => ({
      item: id,
      opens: opens === null ? null : formatInstant(opens),
      closes: closes === null ? null : formatInstant(closes),
    })),
  };
}

/**
 * The instant from which on the passing of time alone changes the dates: at once while a pause runs (it moves all
 * that is counted), else when the next thing happens that is on record for later.
 */
function staleAt(enrollment: PlanEnrollment, timeline: Timeline, now: Instant): string | null {
  if (timeline.access.shutBy === "pause") return formatInstant(now);
  const ahead = [enrollment.paidAt, enrollment.startedAt, ...enrollment.events.map(({ at }) => at)]
    .filter((at) => at !== null)
    .filter((at) => Date.parse(at) > now);
  return ahead.sort((a, b) => Date.parse(a) - Date.parse(b))[0] ?? null;
}
