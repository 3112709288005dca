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

interface At {
  school: SchoolId;
  now: Instant;
}

/** The end of whoever came in now with it, where it is later than somebody's own; null: they gain nothing by it. */
export async function laterEnd(
  tx: SchoolTransaction,
  { school, now }: At,
  enrollment: string,
  { cohort, validity }: Reach,
): Promise<{ held: Case; until: Instant | null } | null> {
  const held = await readCase(tx, school, enrollment);
  if (!held) return null;
  const { until: own, untilWaitsFor } = workOut(held, now).access;
  if (own === null && untilWaitsFor.length === 0) return null;
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
  // An end that still counts from something may come any day.
  return until === null || own === null || until > own ? { held, until } : null;
}

/** What says that there is no end but that of what is paid. */
const WHILE_PAID: Validity = [];

/** Moves somebody's end to where it would be if they came in now; whether they stay longer by it. */
export async function reachAsFar(
  tx: SchoolTransaction,
  at: At,
  enrollment: string,
  bought: Reach & { paidThrough: string | null; reason: string; key: string },
): Promise<boolean> {
  const later = await laterEnd(tx, at, enrollment, {
    ...bought,
    ...(bought.paidThrough !== null && { validity: WHILE_PAID }),
  });
  if (!later) return false;
  const { held, until } = later;
  const { paidThrough, reason, key } = bought;
  const zone = zoneOf(
    held.plan.clock === "school" ? held.school.timeZone : held.enrollment.timeZone,
  );
  const last = until === null ? null : formatDate(localDateAt(zone, (until - 1) as Instant));
  const events =
    paidThrough !== null
      ? [
          // What is paid period by period ends with the last one, and with the cohort.
          {
            kind: "validity-given",
            data: {
              validity: last === null ? [] : [{ from: "date", date: last, edge: "end" }],
              anew: true,
            },
          },
          { kind: "paid-through", data: { through: paidThrough, grace: 0 } },
        ]
      : last === null
        ? [{ kind: "validity-given", data: { validity: bought.validity, anew: true } }]
        : [{ kind: "end-set", data: { through: last } }];
  for (const event of events)
    await appendEvent(
      tx,
      at.school,
      held.course,
      enrollment,
      { ...event, at: formatInstant(at.now), reason, key: `${key} ${event.kind}` },
      at.now,
    );
  return true;
}
