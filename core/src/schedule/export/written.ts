/** Timelines for the border: instants and dates written out as text. */
import { formatDate, formatInstant, type Instant, type LocalDate } from "../../time";
import type { Access, Timeline, TimelineItem } from "../timeline";

/** A value with every instant and date written as text. */
export type Written<T> = T extends Instant | LocalDate
  ? string
  : T extends object
    ? { [K in keyof T]: Written<T[K]> }
    : T;

const INSTANTS = new Set(["instant", "begins", "ends", "at"]);
const DATES = new Set(["date", "through", "skipped"]);

/** Writes out steps of a why. Which numbers are instants and which are dates follows from their keys. */
export function writeSteps<T>(steps: T): Written<T> {
  return write(steps, "") as Written<T>;
}

function write(value: unknown, key: string): unknown {
  if (typeof value === "string") return value;
  if (typeof value === "number") {
    if (INSTANTS.has(key)) return formatInstant(value as Instant);
    return DATES.has(key) ? formatDate(value as LocalDate) : value;
  }
  if (Array.isArray(value)) return value.map((entry) => write(entry, key));
  if (value === null || typeof value !== "object") return value;
  const written: Record<string, unknown> = {};
  for (const name in value) written[name] = write((value as Record<string, unknown>)[name], name);
  return written;
}

export function writeInstant(instant: Instant | null): string | null {
  return instant === null ? null : formatInstant(instant);
}

function writeItem(item: TimelineItem) {
  return {
    id: item.id,
    opens: writeInstant(item.opens),
    notBefore: writeInstant(item.notBefore),
    closes: writeInstant(item.closes),
    due: writeInstant(item.due),
    state: item.state,
    done: item.done,
    reachable: item.reachable,
    waitsFor: item.waitsFor,
    why: writeSteps(item.why),
  };
}

function writeAccess(access: Access) {
  return {
    from: writeInstant(access.from),
    until: writeInstant(access.until),
    state: access.state,
    untilWaitsFor: access.untilWaitsFor,
  };
}

function writeHead({ id, access, progress, completedAt }: Timeline) {
  return {
    id,
    access: writeAccess(access),
    progress,
    completedAt: writeInstant(completedAt),
  };
}

/** A timeline as plan-file.md has it. */
export function writeTimeline(timeline: Timeline) {
  return { ...writeHead(timeline), items: timeline.items.map(writeItem) };
}

/** A timeline with everything that explains it: also the why of access, closings and due dates. */
export function writeExplainedTimeline(timeline: Timeline) {
  const { access, items } = timeline;
  return {
    ...writeHead(timeline),
    access: {
      ...writeAccess(access),
      shutBy: access.shutBy,
      fromWhy: writeSteps(access.fromWhy),
      untilWhy: writeSteps(access.untilWhy),
    },
    items: items.map(explainItem),
  };
}

/** Written out field by field, for speed: this is most of what answering a timeline takes. */
function explainItem(item: TimelineItem) {
  return {
    id: item.id,
    kind: item.kind,
    opens: writeInstant(item.opens),
    notBefore: writeInstant(item.notBefore),
    closes: writeInstant(item.closes),
    due: writeInstant(item.due),
    state: item.state,
    done: item.done,
    reachable: item.reachable,
    waitsFor: item.waitsFor,
    why: writeSteps(item.why),
    closesWhy: writeSteps(item.closesWhy),
    dueWhy: item.dueWhy && writeSteps(item.dueWhy),
  };
}

export type WrittenTimeline = ReturnType<typeof writeTimeline>;
export type ExplainedTimeline = ReturnType<typeof writeExplainedTimeline>;
