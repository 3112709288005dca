/**
 * What would take an event back: an opposite event, for nothing on the record is overwritten. An end of access is put
 * back by the act that restores it exactly, which is tried before it is offered.
 */
import type { StaffAct } from "@dawngate/contract";
import {
  formatDate,
  formatInstant,
  type Instant,
  localDateAt,
  startOfDay,
  zoneOf,
} from "@dawngate/core/time";
import { type Case, clockOf, withEvents, workOut } from "./case";
import { fromEvents, type KeptEvent } from "./events";

/** An act before its reason is given. */
export type Undo = StaffAct extends infer Act
  ? Act extends { reason: string }
    ? Omit<Act, "reason">
    : never
  : never;

/** For each event of a case, by its sequence, what would take it back at an instant. */
export function undosOf(found: Case, now: Instant): Map<number, Undo> {
  const undos = new Map<number, Undo>();
  /** Only the last of its kind can be taken back, and only while nothing has done so. */
  const last = (kinds: readonly string[], item?: unknown) =>
    found.events.findLast(
      ({ kind, data }) => kinds.includes(kind) && (item === undefined || data.item === item),
    );
  for (const event of found.events) {
    const undo = opposite(event, found, last, now);
    if (undo) undos.set(event.sequence, undo);
  }
  return undos;
}

const PAIRS: Record<string, { with: string[]; by: Undo }> = {
  paused: { with: ["paused", "resumed"], by: { type: "resumed" } },
  suspended: { with: ["suspended", "unsuspended"], by: { type: "unsuspended" } },
  unsuspended: { with: ["suspended", "unsuspended"], by: { type: "suspended" } },
  revoked: { with: ["revoked", "restored"], by: { type: "restored" } },
  restored: { with: ["revoked", "restored"], by: { type: "revoked" } },
};
const OPENINGS = ["opened-by-staff", "staff-opening-taken-back"];
const ENDS = ["extended", "renewed", "end-set"];

function opposite(
  event: KeptEvent,
  found: Case,
  last: (kinds: readonly string[], item?: unknown) => KeptEvent | undefined,
  now: Instant,
): Undo | null {
  const pair = PAIRS[event.kind];
  if (pair) return last(pair.with) === event ? pair.by : null;
  const { item } = event.data;
  if (OPENINGS.includes(event.kind) && typeof item === "string") {
    if (last(OPENINGS, item) !== event) return null;
    const type = event.kind === "opened-by-staff" ? "staff-opening-taken-back" : "opened-by-staff";
    return { type, item };
  }
  if (event.kind === "moved" && last(["moved"]) === event) {
    const before = found.events.filter(({ sequence }) => sequence < event.sequence);
    const cohort = fromEvents(found.enrollment.id, found.course, before).cohort;
    return { type: "moved", cohort };
  }
  return ENDS.includes(event.kind) && last(ENDS) === event ? endBack(event, found, now) : null;
}

/** The act after which access ends when it would have ended without the event. */
function endBack(event: KeptEvent, found: Case, now: Instant): Undo | null {
  const without = found.events.filter((one) => one !== event);
  const enrollment = fromEvents(found.enrollment.id, found.course, without);
  const end = workOut({ ...found, enrollment }, now).access.until;
  if (end === null) return null;
  const clock = zoneOf(clockOf(found));
  const tried: Undo[] = [];
  if (typeof event.data.add === "string") {
    const { add } = event.data;
    tried.push({ type: "extended", add: add.startsWith("-") ? add.slice(1) : `-${add}` });
  }
  const day = localDateAt(clock, (end - 1) as Instant);
  if (startOfDay(clock, localDateAt(clock, end)) === end)
    tried.push({ type: "end-set", through: formatDate(day) });
  const restores = ({ type, ...data }: Undo) => {
    const added = { kind: type, at: formatInstant(now), data, sequence: found.lastSequence + 1 };
    return workOut(withEvents(found, [added]), now).access.until === end;
  };
  return tried.find(restores) ?? null;
}
