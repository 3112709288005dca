/**
 * What would take an event back: an opposite event, for nothing on the record is overwritten. An end of access is put
 * back by the act that restores it exactly, which is tried before it is offered.
 */
import type { StaffAct } from "@dawngate/contract/enrollment";
import { kindOf } from "@dawngate/core/enrollment";
import {
  formatDate,
  formatInstant,
  type Instant,
  localDateAt,
  startOfDay,
  zoneOf,
} from "@dawngate/core/time";
import { type Case, clockOf, withEvents, workOut } from "../schedule/case";
import { fromEvents, type KeptEvent } from "../schedule/events";

/** An act before its reason is given. */
export type Undo = StaffAct extends infer Act
  ? Act extends { reason: string }
    ? Omit<Act, "reason">
    : never
  : never;

/** For each event of a case, by its sequence, what would take it back at an instant. */
export function undosOf(found: Case, now: Instant): Map<number, Undo> {
  const undos = new Map<number, Undo>();
  for (const event of found.events) {
    const undo = opposite(event, found, now);
    if (undo) undos.set(event.sequence, undo);
  }
  return undos;
}

/** The kinds that an end of access is set by: each can be put back while it is the last of them. */
const moveTheEnd = (kind: string) => kindOf(kind)?.undo === "the end before";

function opposite(event: KeptEvent, found: Case, now: Instant): Undo | null {
  const undo = kindOf(event.kind)?.undo;
  if (undo === undefined) return null;
  if (undo === "the end before")
    return found.events.findLast(({ kind }) => moveTheEnd(kind)) === event
      ? endBack(event, found, now)
      : null;
  if (undo === "the cohort before") {
    if (found.events.findLast(({ kind }) => kind === event.kind) !== event) return null;
    const before = found.events.filter(({ sequence }) => sequence < event.sequence);
    return { type: "moved", cohort: fromEvents(found.enrollment.id, found.course, before).cohort };
  }
  const { item } = event.data;
  // Only the last of its kind, of the same item where it has one, and only while nothing has taken it back.
  const last = found.events.findLast(
    ({ kind, data }) => undo.among.includes(kind) && data.item === item,
  );
  if (last !== event) return null;
  return { type: undo.by, ...(typeof item === "string" && { item }) } as Undo;
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
