/** Whoever is in a course already and buys it: they stay in as long as somebody would who came in now, never shorter. */
import { formatDate, formatInstant, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { published } from "../courses/service";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { type Case, readCase, workOut } from "../schedule/case";
import { readCohorts } from "../schedule/cohort-store";
import { imagined, type Validity } from "../schedule/imagined";
import { appendEvent } from "./append";

/** What is bought of a course. */
export interface Reach {
  cohort: string | null;
  /** When access ends; null: as the course says. */
  validity: Validity | null;
}

export interface At {
  school: SchoolId;
  now: Instant;
}

/** What is bought, as it stands on the record. */
export interface Gained extends Reach {
  /** Of a subscription: the last day that is paid; null: it is none. */
  paidThrough: string | null;
  reason: string;
  key: string;
}

/** An end in a course. */
interface End {
  held: Case;
  until: Instant | null;
}

/** The end of whoever came in now with it, for somebody who is or was in; null: there is no such enrollment. */
export async function endNow(
  tx: SchoolTransaction,
  { school, now }: At,
  enrollment: string,
  { cohort, validity }: Reach,
): Promise<End | null> {
  const held = await readCase(tx, school, enrollment);
  if (!held) return null;
  const { plan } = await published(tx, school, held.course);
  const named = cohort === null ? undefined : await readCohorts(tx, held.course);
  const { until } = imagined(
    {
      school: held.school,
      plan,
      cohort: named?.find((one) => one.cohort.id === cohort)?.cohort ?? null,
      timeZone: held.enrollment.timeZone,
      validity,
      // What counts from the first lesson counts from now, for whoever has begun one.
      started: held.enrollment.startedAt !== null,
    },
    now,
  ).access;
  return { held, until };
}

/** The same where it is later than somebody's own; null: they gain nothing by it. */
export async function laterEnd(
  tx: SchoolTransaction,
  at: At,
  enrollment: string,
  reach: Reach,
): Promise<End | null> {
  const end = await endNow(tx, at, enrollment, reach);
  if (!end) return null;
  const { until: own, untilWaitsFor } = workOut(end.held, at.now).access;
  if (own === null && untilWaitsFor.length === 0) return null;
  // An end that still counts from something may come any day.
  return end.until === null || own === null || end.until > own ? end : null;
}

/** What says that there is no end but that of what is paid. */
const WHILE_PAID: Validity = [];

/** What is paid period by period ends with the last one, and with the cohort. */
const whilePaid = <R extends Gained>(bought: R): R =>
  bought.paidThrough === null ? bought : { ...bought, validity: WHILE_PAID };

/** Moves somebody's end to where it would be if they came in now; whether they stay longer by it. */
export async function reachAsFar(
  tx: SchoolTransaction,
  at: At,
  enrollment: string,
  bought: Gained,
): Promise<boolean> {
  const later = await laterEnd(tx, at, enrollment, whilePaid(bought));
  if (later) await writeEnd(tx, at, later, bought);
  return later !== null;
}

/** Gives somebody the end they would have if they came in now, whatever theirs was. */
export async function beginAnew(
  tx: SchoolTransaction,
  at: At,
  enrollment: string,
  bought: Gained,
): Promise<void> {
  const end = await endNow(tx, at, enrollment, whilePaid(bought));
  if (end) await writeEnd(tx, at, end, bought);
}

async function writeEnd(
  tx: SchoolTransaction,
  { school, now }: At,
  { held, until }: End,
  { validity, paidThrough, reason, key }: Gained,
): Promise<void> {
  const zone = zoneOf(
    held.plan.clock === "school" ? held.school.timeZone : held.enrollment.timeZone,
  );
  const last = until === null ? null : formatDate(localDateAt(zone, (until - 1) as Instant));
  const dated = last === null ? [] : [{ from: "date", date: last, edge: "end" }];
  const events =
    paidThrough !== null
      ? [
          { kind: "validity-given", data: { validity: dated, anew: true } },
          { kind: "paid-through", data: { through: paidThrough, grace: 0 } },
        ]
      : last === null
        ? [{ kind: "validity-given", data: { validity, anew: true } }]
        : [{ kind: "end-set", data: { through: last } }];
  for (const event of events)
    await appendEvent(
      tx,
      school,
      held.course,
      held.enrollment.id,
      { ...event, at: formatInstant(now), reason, key: `${key} ${event.kind}` },
      now,
    );
}
