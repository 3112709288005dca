/** Works out the openings of people in a course and writes them down for lists. */

import type { PlanEnrollment } from "@dawngate/core/plan";
import type { Timeline } from "@dawngate/core/schedule";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { readPublished } from "../courses/store";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { holdCase, workOut } from "../enrollment/case";
import { LOT, type LotRow, readLot } from "../enrollment/lot-store";
import { readCohorts } from "../enrollment/store";
import { versionPlans } from "../review/versions";
import { planSchool } from "../school/plan";
import { readSchool } from "../school/store";
import { InBulk } from "./in-bulk";
import { type Projection, writeLot, writeOpenings } from "./store";

/**
 * Projects the openings of those in a course whose openings do not hold, a lot at a time, each lot in a transaction of
 * its own: what is done when the work stops in the middle stays done. Several may do this at once; nobody's openings
 * are worked out twice.
 */
export async function projectCourse(
  db: Database,
  school: SchoolId,
  course: string,
  now: Instant,
): Promise<void> {
  const projector = new Projector(school, course, now);
  for (let after: string | null = ""; after !== null; ) {
    const from: string = after;
    after = await db.withSchool(school, (tx) => projector.next(tx, from));
  }
}

/** The same in the caller's transaction. */
export async function projectWithin(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  now: Instant,
): Promise<void> {
  const projector = new Projector(school, course, now);
  for (let after: string | null = ""; after !== null; ) after = await projector.next(tx, after);
}

/** Projects one enrollment, whose row this transaction holds or has made. */
export async function projectOne(
  tx: SchoolTransaction,
  school: SchoolId,
  enrollment: string,
  now: Instant,
): Promise<void> {
  const found = await holdCase(tx, school, enrollment);
  if (!found) return;
  const { version, lastSequence } = found;
  await writeOpenings(tx, school, [
    projectionOf(found.enrollment, workOut(found, now), version, lastSequence, now),
  ]);
}

/** Works through a course lot by lot. What does not change between lots is compiled once. */
class Projector {
  private kept: { key: string; inBulk: InBulk } | undefined;

  constructor(
    private readonly school: SchoolId,
    private readonly course: string,
    private readonly now: Instant,
  ) {}

  /** Projects the lot after an enrollment; answers the last of it, or null at the end. */
  async next(tx: SchoolTransaction, after: string): Promise<string | null> {
    const { school, course, now } = this;
    const lot = await readLot(tx, course, { after, unprojectedAt: formatInstant(now) });
    if (lot.length === 0) return null;
    // Read once the lot is held: what changes any of this marks the people of the lot, and so waits for it.
    const published = await readPublished(tx, course);
    if (!published) return null;
    const settings = planSchool(await readSchool(tx));
    const cohorts = (await readCohorts(tx, course)).map(({ cohort }) => cohort);
    const key = JSON.stringify([settings, cohorts]);
    if (this.kept?.key !== key) this.kept = { key, inBulk: new InBulk(settings, cohorts) };
    await projectLot(tx, school, course, lot, published.number, this.kept.inBulk, now);
    return lot.length < LOT ? null : (lot.at(-1)?.id ?? null);
  }
}

async function projectLot(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  lot: readonly LotRow[],
  current: number,
  inBulk: InBulk,
  now: Instant,
): Promise<void> {
  for (const { versions, rows, people } of inBulk.alike(lot, current)) {
    const plans = await versionPlans(tx, school, course, versions);
    const { items, answer } = inBulk.answer(plans, people, now, { closes: true });
    await writeLot(tx, school, {
      enrollments: rows.map(({ id }) => id),
      sequences: rows.map(({ sequence }) => sequence),
      staleAt: rows.map(({ enrollment }, p) => staleAt(enrollment, answer.shutBy[p] === 1, now)),
      version: versions.at(-1) as number,
      items: items.map(({ id }) => id),
      opens: answer.opens,
      closes: answer.closes,
    });
  }
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
    staleAt: staleAt(enrollment, timeline.access.shutBy === "pause", now),
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
function staleAt(enrollment: PlanEnrollment, isPaused: boolean, now: Instant): string | null {
  if (isPaused) return formatInstant(now);
  const ahead = [enrollment.paidAt, enrollment.startedAt, ...enrollment.events.map(({ at }) => at)]
    .filter((at) => at !== null)
    .filter((at) => Date.parse(at) > now);
  return ahead.sort((a, b) => Date.parse(a) - Date.parse(b))[0] ?? null;
}
