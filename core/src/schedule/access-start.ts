/** When access begins: the latest of enrolling, paying, the cohort's start and the course's opening day. */
import { type Instant, instantAt, startOfDay, type TimeOfDay } from "../time";
import type { Enrollee } from "./enrollee";
import type { AccessReason, StartStep } from "./steps";

export interface AccessStart {
  /** Null while payment is waited for. */
  from: Instant | null;
  /** The latest of the known parts. */
  knownFrom: Instant;
  decidedBy: AccessReason;
  why: StartStep[];
}

/** Works out the start of access; dates are local in the course's clock. */
export function accessStart(enrollee: Enrollee): AccessStart {
  const { course, clock } = enrollee;
  const parts: { kind: AccessReason; instant: Instant | null }[] = [
    { kind: "enrolled", instant: enrollee.enrolledAt },
  ];
  if (enrollee.needsPayment) parts.push({ kind: "paid", instant: enrollee.paidAt });
  if (course.cohort)
    parts.push({ kind: "cohort-start", instant: startOfDay(clock, course.cohort.starts) });
  if (course.opensOn !== null)
    parts.push({
      kind: "opens-on",
      instant: instantAt(clock, course.opensOn, course.releaseHour ?? (0 as TimeOfDay)),
    });
  let decidedBy: AccessReason = "enrolled";
  let knownFrom = enrollee.enrolledAt;
  let waits = false;
  for (const { kind, instant } of parts) {
    if (instant === null) waits = true;
    else if (instant > knownFrom) {
      knownFrom = instant;
      decidedBy = kind;
    }
  }
  const from = waits ? null : knownFrom;
  if (waits) decidedBy = "paid";
  return {
    from,
    knownFrom,
    decidedBy,
    why: [...parts, { kind: "begins", instant: from, decidedBy }],
  };
}
