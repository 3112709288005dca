/** What has happened to an enrollee up to an instant: events folded into what the evaluator asks for. */
import { EVENT_TYPES, type PlanEvent } from "../plan";
import { type Instant, parseInstant, type Span } from "../time";

/** An item opened by staff, not taken back. */
export interface StaffOpening {
  opens: Instant;
  closes: Instant | null;
}

/** An event that moves the end of access. */
export type EndEvent = Extract<PlanEvent, { type: "extended" | "renewed" | "end-set" }>;

export interface History {
  /** First completion of each item (a pass completes too). */
  completed: Map<string, Instant>;
  /** First pass of each item. */
  passed: Map<string, Instant>;
  /** Items whose last tick is on. */
  ticked: Set<string>;
  staff: Map<string, StaffOpening>;
  signals: Map<string, Instant>;
  /** When each later part of the order was first paid. */
  parts: Map<number, Instant>;
  pauses: Span[];
  suspensions: Span[];
  ends: { at: Instant; event: EndEvent }[];
  /** Access was taken away (at the latest such event), and not given back since. */
  revoked: Instant | null;
}

/** An event with its instant read, and its type's place among those of one instant. */
export interface Dated {
  at: Instant;
  rank: number;
  event: PlanEvent;
}

/** Folds the events up to and at `now`. Their order in the list does not matter. */
export function foldEvents(events: readonly PlanEvent[], now: Instant): History {
  const history: History = {
    completed: new Map(),
    passed: new Map(),
    ticked: new Set(),
    staff: new Map(),
    signals: new Map(),
    parts: new Map(),
    pauses: [],
    suspensions: [],
    ends: [],
    revoked: null,
  };
  const past = inOrder(events, now);
  for (const { at, event } of past) {
    switch (event.type) {
      case "passed":
        first(history.passed, event.item, at);
        first(history.completed, event.item, at);
        history.ticked.add(event.item);
        break;
      case "completed":
        first(history.completed, event.item, at);
        history.ticked.add(event.item);
        break;
      case "uncompleted":
        history.ticked.delete(event.item);
        break;
      case "opened-by-staff":
        history.staff.set(event.item, {
          opens: optionalInstant(event.opens) ?? at,
          closes: optionalInstant(event.closes),
        });
        break;
      case "staff-opening-taken-back":
        history.staff.delete(event.item);
        break;
      case "signal":
        first(history.signals, event.name, at);
        break;
      case "part-paid":
        first(history.parts, event.part, at);
        break;
      case "extended":
      case "renewed":
      case "end-set":
        history.ends.push({ at, event });
        break;
      case "revoked":
        history.revoked = at;
        break;
      case "restored":
        history.revoked = null;
        break;
    }
  }
  history.pauses = spans(past, "paused", "resumed", now);
  history.suspensions = spans(past, "suspended", "unsuspended", now);
  return history;
}

/**
 * Events up to now, by instant. Those of one instant stand in the order of the plan file's list of types, and
 * of one type by what they say, so that shuffling a list changes nothing.
 */
export function inOrder(events: readonly PlanEvent[], now: number): Dated[] {
  const past: Dated[] = [];
  for (const event of events) {
    const at = readInstant(event.at);
    if (at <= now) past.push({ at, rank: RANK.get(event.type) ?? 0, event });
  }
  return past.sort((a, b) => a.at - b.at || a.rank - b.rank || compareText(a.event, b.event));
}

const RANK = new Map<string, number>(EVENT_TYPES.map((type, rank) => [type, rank]));

function compareText(a: PlanEvent, b: PlanEvent): number {
  const [left, right] = [canonical(a), canonical(b)];
  return left < right ? -1 : left > right ? 1 : 0;
}

function canonical(event: PlanEvent): string {
  return JSON.stringify(Object.entries(event).sort(([a], [b]) => (a < b ? -1 : 1)));
}

function first<Key>(into: Map<Key, Instant>, key: Key, at: Instant): void {
  if (!into.has(key)) into.set(key, at);
}

/**
 * The stretches between two kinds of events. A second begin while one runs, and an end without one, are
 * ignored; one that runs ends "now". Begin and end at one instant: where a stretch runs, it ends and the
 * next begins; where none runs, the new one is over at once.
 */
function spans(past: readonly Dated[], begin: string, end: string, now: Instant): Span[] {
  const found: Span[] = [];
  let begins: Instant | null = null;
  for (let i = 0; i < past.length; ) {
    const at = (past[i] as Dated).at;
    let begun = false;
    let ended = false;
    for (; i < past.length && (past[i] as Dated).at === at; i++) {
      const { type } = (past[i] as Dated).event;
      begun ||= type === begin;
      ended ||= type === end;
    }
    if (begins !== null && ended) {
      found.push({ begins, ends: at, running: false });
      begins = begun ? at : null;
    } else if (begins === null && begun && !ended) begins = at;
  }
  if (begins !== null) found.push({ begins, ends: now, running: true });
  return found;
}

/** A checked instant. */
export function readInstant(text: string): Instant {
  const parsed = parseInstant(text);
  if (!parsed.ok) throw new TypeError(`This plan was not checked: ${parsed.reason}`);
  return parsed.value;
}

function optionalInstant(text: string | null | undefined): Instant | null {
  return text ? readInstant(text) : null;
}
