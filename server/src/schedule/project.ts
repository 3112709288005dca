/** Works out the openings of people in a course and writes them down for lists. */

import type { PlanCourse, PlanEnrollment } from "@dawngate/core/plan";
import type { Timeline } from "@dawngate/core/schedule";
import {
  addDays,
  formatInstant,
  HOUR,
  type Instant,
  localDateAt,
  startOfDay,
  zoneOf,
} from "@dawngate/core/time";
import { findPublished } from "../courses/service";
import { anyByCohort } from "../courses/version-store";
import { versionPlans } from "../courses/versions";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { planSchool } from "../school/plan";
import { readSchool } from "../school/store";
import { type Case, holdCase, workOut } from "./case";
import { readCohorts } from "./cohort-store";
import { InBulk } from "./in-bulk";
import { type Line, lineColumns, lineIn, lineOf, overtakenAt } from "./line";
import { type LotRow, lotsOf, readLot } from "./lot-store";
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
  while (await db.withSchool(school, (tx) => projector.next(tx)));
}

/** The same in the caller's transaction. */
export async function projectWithin(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  now: Instant,
): Promise<void> {
  const projector = new Projector(school, course, now);
  while (await projector.next(tx));
}

/**
 * Projects everybody in a course whom this transaction has made: they come in their order. To look for those who do not
 * hold would meet, lot after lot, what the lots before have left behind.
 */
export async function projectMade(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  now: Instant,
): Promise<void> {
  const projector = new Projector(school, course, now);
  for await (const lot of lotsOf(tx, course)) await projector.project(tx, lot);
}

/** Projects some whom this transaction has made, so that whoever counts seats next need not ask about them. */
export async function projectThese(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  enrollments: readonly string[],
  now: Instant,
): Promise<void> {
  const lot = await readLot(tx, course, { after: "", among: [...enrollments] });
  if (lot.length > 0) await new Projector(school, course, now).project(tx, lot);
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
  const projection = projectionOf(found, workOut(found, now), now);
  await writeOpenings(tx, school, [projection], formatInstant(now));
}

/** Works through a course lot by lot. What does not change between lots is compiled once. */
class Projector {
  private kept: { key: string; inBulk: InBulk } | undefined;
  private readonly met = new Set<string>();

  constructor(
    private readonly school: SchoolId,
    private readonly course: string,
    private readonly now: Instant,
  ) {}

  /** Projects a lot of those who do not hold; answers whether there may be more. */
  async next(tx: SchoolTransaction): Promise<boolean> {
    const unprojectedAt = formatInstant(this.now);
    const lot = await readLot(tx, this.course, { after: "", unprojectedAt });
    // Somebody who does not hold though they were worked out would come again and again.
    if (lot.length === 0 || lot.some(({ id }) => this.met.has(id))) return false;
    for (const { id } of lot) this.met.add(id);
    return this.project(tx, lot);
  }

  /** Projects a lot that this transaction holds; false where the course is not published. */
  async project(tx: SchoolTransaction, lot: readonly LotRow[]): Promise<boolean> {
    const { school, course, now } = this;
    // Read once the lot is held: what changes any of this marks the people of the lot, and so waits for it.
    const published = await findPublished(tx, school, course);
    if (!published) return false;
    const settings = planSchool(await readSchool(tx));
    const cohorts = (await readCohorts(tx, course)).map(({ cohort }) => cohort);
    const byCohort = await anyByCohort(tx, course);
    const key = JSON.stringify([settings, cohorts, byCohort]);
    if (this.kept?.key !== key)
      this.kept = { key, inBulk: new InBulk(settings, cohorts, byCohort) };
    await projectLot(
      tx,
      school,
      course,
      lot,
      published.number,
      this.kept.inBulk,
      settings.timeZone,
      now,
    );
    return true;
  }
}

async function projectLot(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  lot: readonly LotRow[],
  current: number,
  inBulk: InBulk,
  zone: string,
  now: Instant,
): Promise<void> {
  for (const { versions, rows, people } of inBulk.alike(lot, current)) {
    const plans = await versionPlans(tx, school, course, versions);
    const answered = inBulk.answer(plans, people, now, { closes: true, due: true, states: true });
    const { items, answer } = answered;
    const lines = rows.map((_, p) => lineIn(answered, p, now, plans.at(-1) as PlanCourse));
    const columns = {
      enrollments: rows.map(({ id }) => id),
      heads: rows.map(({ sequence, enrollment }, p) => ({
        sequence,
        stale_at: staleAt(enrollment, lines[p] as Line, answer.shutBy[p] === 1, plans, zone, now),
        ...lineColumns(lines[p] as Line),
      })),
      version: versions.at(-1) as number,
      items: items.map(({ id }) => id),
      opens: answer.opens,
      closes: answer.closes,
    };
    await writeLot(tx, school, columns, formatInstant(now));
  }
}

/** What lists need to know of a case whose timeline was worked out at `now`; of its items perhaps only some. */
export function projectionOf(
  { enrollment, plan, held, school, version, lastSequence }: ProjectedCase,
  timeline: Timeline,
  now: Instant,
  items = timeline.items,
): Projection {
  const paused = timeline.access.shutBy === "pause";
  const line = lineOf(timeline, now, plan);
  return {
    enrollment: enrollment.id,
    version,
    sequence: lastSequence,
    staleAt: staleAt(enrollment, line, paused, [...held, plan], school.timeZone, now),
    line,
    seen: null,
    all: true,
    openings: items.map(({ id, opens, closes }) => ({
      item: id,
      opens: opens === null ? null : formatInstant(opens),
      closes: closes === null ? null : formatInstant(closes),
    })),
  };
}

type ProjectedCase = Pick<
  Case,
  "enrollment" | "plan" | "held" | "school" | "version" | "lastSequence"
>;

/**
 * The instant from which on the passing of time alone changes the dates, or what a line says of them: when access begins
 * or ends, or the next thing opens; when the next thing happens that is on record for later; and while a pause runs, which moves what is counted by its local days (calculations.md, 2, step 9), the
 * next beginning of a day in one of the zones that may count, or within the hour where a plan counts in hours.
 */
export function staleAt(
  enrollment: PlanEnrollment,
  line: Line,
  isPaused: boolean,
  plans: readonly PlanCourse[],
  schoolZone: string,
  now: Instant,
): string | null {
  const ahead = [enrollment.paidAt, enrollment.startedAt, ...enrollment.events.map(({ at }) => at)]
    .flatMap((at) => (at === null ? [] : [Date.parse(at)]))
    .filter((at) => at > now)
    .concat(overtakenAt(line, now));
  if (isPaused) {
    for (const zone of [schoolZone, enrollment.timeZone].map(zoneOf))
      ahead.push(startOfDay(zone, addDays(localDateAt(zone, now), 1)));
    if (plans.some(countsHours)) ahead.push(now + HOUR);
  }
  return ahead.length === 0 ? null : formatInstant(Math.min(...ahead) as Instant);
}

const hours = new WeakMap<PlanCourse, boolean>();

/** Whether a plan has an offset in hours or minutes, which a pause moves with every moment it lasts. */
function countsHours(plan: PlanCourse): boolean {
  const known = hours.get(plan) ?? /"add":"-?P[^"]*T/.test(JSON.stringify(plan));
  hours.set(plan, known);
  return known;
}
