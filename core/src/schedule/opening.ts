/** When an item opens: the latest of its module (or access), its gate and its place in the order; or earlier, by staff. */
import type { Anchor, Instant } from "../time";
import type { AccessStart } from "./access-start";
import { addAnchor, type Enrollee } from "./enrollee";
import { gateFor } from "./gate";
import type { Item } from "./prepare";
import type { OpeningReason, OpeningStep } from "./steps";

export interface Opening {
  opens: Instant | null;
  notBefore: Instant | null;
  waitsFor: Anchor[];
  why: OpeningStep[];
}

/** What holds a lesson by its place in the order. */
export interface Place {
  /** The latest known completion among the lessons that hold it, and whose it is. */
  known: Instant | null;
  knownItem: string;
  /** The first of them that is not completed. */
  missing: string | null;
}

/** Each item's place in the order, found in one pass through the outline. */
export function placesInOrder({ course, completions }: Enrollee): Place[] {
  let place: Place = { known: null, knownItem: "", missing: null };
  return course.items.map((item, number) => {
    const before = place;
    if (!item.holds) return before;
    const completed = completions.items[number] ?? null;
    if (completed === null) place = { ...place, missing: place.missing ?? item.id };
    else if (place.known === null || completed > place.known)
      place = { ...place, known: completed, knownItem: item.id };
    return before;
  });
}

/** Works out one opening. `module` is the opening of the lesson's module, null for a module. */
export function openingOf(
  enrollee: Enrollee,
  item: Item,
  start: AccessStart,
  module: { id: string; opening: Opening } | null,
  place: Place,
): Opening {
  if (item.sample) return sampleOpening(enrollee);
  const why: OpeningStep[] = [];
  const waitsFor: Anchor[] = [];
  let latest: { instant: Instant; reason: OpeningReason } | null = null;
  let waits = false;
  const part = (reason: OpeningReason, instant: Instant | null, known: Instant | null) => {
    if (instant === null) waits = true;
    const at = instant ?? known;
    if (at !== null && (latest === null || at > latest.instant)) latest = { instant: at, reason };
  };

  if (module) {
    const { opens, notBefore } = module.opening;
    why.push({ kind: "module", item: module.id, instant: opens });
    part("module", opens, notBefore);
    for (const anchor of module.opening.waitsFor) addAnchor(waitsFor, anchor);
  } else {
    why.push({ kind: "access", instant: start.from, decidedBy: start.decidedBy });
    part("access", start.from, start.knownFrom);
    if (start.from === null) addAnchor(waitsFor, { from: "paid" });
  }
  if (item.gate) {
    const gate = gateFor(enrollee, item, item.gate);
    why.push(gate.step);
    part("gate", gate.instant, gate.known);
    for (const anchor of gate.waitsFor) addAnchor(waitsFor, anchor);
  }
  if (module && (place.missing !== null || place.known !== null)) {
    const instant = place.missing === null ? place.known : null;
    why.push({ kind: "order", item: place.missing ?? place.knownItem, instant });
    part("order", instant, place.known);
    if (place.missing !== null) addAnchor(waitsFor, { from: "completed", item: place.missing });
  }

  const decided = latest as { instant: Instant; reason: OpeningReason } | null;
  const own: Opening = waits
    ? { opens: null, notBefore: decided?.instant ?? null, waitsFor, why }
    : { opens: decided?.instant ?? null, notBefore: null, waitsFor: [], why };
  const result = openedByStaff(enrollee, item, start, own);
  const staff = result !== own;
  why.push({
    kind: "opens",
    instant: result.opens,
    decidedBy: result.opens === null ? null : staff ? "staff" : (decided?.reason ?? null),
  });
  return result;
}

/** Staff open an item earlier than it would open by itself, never later, and never before access begins. */
function openedByStaff(
  { history }: Enrollee,
  item: Item,
  start: AccessStart,
  own: Opening,
): Opening {
  const staff = history.staff.get(item.id);
  if (!staff) return own;
  const { why } = own;
  const earliest = Math.max(staff.opens, start.knownFrom) as Instant;
  if (start.from === null) {
    why.push({ kind: "staff", instant: null, decides: true });
    return { opens: null, notBefore: earliest, waitsFor: [{ from: "paid" }], why };
  }
  const decides = own.opens === null || earliest < own.opens;
  why.push({ kind: "staff", instant: earliest, decides });
  return decides ? { opens: earliest, notBefore: null, waitsFor: [], why } : own;
}

/** A sample is open to everybody, always. */
function sampleOpening({ enrolledAt }: Enrollee): Opening {
  return {
    opens: enrolledAt,
    notBefore: null,
    waitsFor: [],
    why: [
      { kind: "sample", instant: enrolledAt },
      { kind: "opens", instant: enrolledAt, decidedBy: "sample" },
    ],
  };
}
