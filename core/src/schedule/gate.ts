/** A gate, for one enrollee: the latest of all its moments, or the earliest known one of any. */
import type { Anchor, Instant } from "../time";
import { type Enrollee, momentFor, waiting } from "./enrollee";
import type { Gate, Item } from "./prepare";
import type { MomentWhy, OpeningStep } from "./steps";

export interface GateResult {
  /** Null while it waits. */
  instant: Instant | null;
  /** The latest known moment of a gate that waits; null where none is known. */
  known: Instant | null;
  waitsFor: Anchor[];
  step: Extract<OpeningStep, { kind: "gate" }>;
}

/** Works a gate out. Openings it counts from must have been worked out before. */
export function gateFor(enrollee: Enrollee, item: Item, gate: Gate): GateResult {
  const moments: MomentWhy[] = gate.when.map(({ moment, circular }) =>
    circular
      ? { ...waiting(moment.anchor, item.id), circular: true }
      : momentFor(enrollee, moment, "gate", item.id),
  );
  const waitsFor: Anchor[] = [];
  let latest = -1;
  let earliest = -1;
  moments.forEach((moment, i) => {
    if (moment.waitsFor) waitsFor.push(moment.waitsFor);
    if (moment.instant === null) return;
    if (latest === -1 || moment.instant > at(moments, latest)) latest = i;
    if (earliest === -1 || moment.instant < at(moments, earliest)) earliest = i;
  });
  const all = gate.need === "all";
  const decided = all ? (waitsFor.length === 0 ? latest : -1) : earliest;
  const instant = decided === -1 ? null : at(moments, decided);
  return {
    instant,
    known: latest === -1 ? null : at(moments, latest),
    waitsFor: instant === null ? waitsFor : [],
    step: {
      kind: "gate",
      need: gate.need,
      decided: decided === -1 ? null : decided,
      instant,
      moments,
      ofCohort: item.gateOfCohort,
    },
  };
}

function at(moments: readonly MomentWhy[], number: number): Instant {
  return moments[number]?.instant as Instant;
}
