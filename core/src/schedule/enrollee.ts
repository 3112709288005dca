/** One enrollee at one instant: what is known about them, and what each anchor stands for. */
import type { PlanEnrollment } from "../plan";
import {
  type Anchor,
  type AnchorValue,
  type Instant,
  type LocalDate,
  type Moment,
  type MomentSetting,
  parseDate,
  type Span,
  workOutMoment,
  type Zone,
  zoneOf,
} from "../time";
import { type Completions, completionsOf } from "./completion";
import { foldEvents, type History, readInstant } from "./history";
import type { PreparedCourse } from "./prepare";
import type { MomentWhy } from "./steps";

/** All that the rules ask about an enrollee. Made once for each evaluation. */
export interface Enrollee {
  course: PreparedCourse;
  now: Instant;
  /** The zone of the course's clock. */
  clock: Zone;
  zone: Zone;
  enrolledAt: Instant;
  needsPayment: boolean;
  /** Null where it has not happened by now. */
  paidAt: Instant | null;
  startedAt: Instant | null;
  paidThrough: string | null;
  /** Days after `paidThrough`. */
  grace: number;
  validity: Moment[];
  history: History;
  completions: Completions;
  /** The start of access, once it is worked out; null while it waits. */
  accessFrom: Instant | null;
  /** The opening of each item, filled in dependency order; null while it waits. */
  openings: (Instant | null)[];
}

/** Gathers what is known about an enrollee at `now`. `validity` is already the one that counts for them. */
export function enrolleeAt(
  course: PreparedCourse,
  enrollment: PlanEnrollment,
  validity: Moment[],
  now: Instant,
): Enrollee {
  const zone = zoneOf(enrollment.timeZone);
  const history = foldEvents(enrollment.events, now);
  const happened = (text: string | null) => {
    const at = text === null ? null : readInstant(text);
    return at !== null && at <= now ? at : null;
  };
  return {
    course,
    now,
    clock: course.clock === "school" ? course.schoolZone : zone,
    zone,
    enrolledAt: readInstant(enrollment.enrolledAt),
    needsPayment: enrollment.needsPayment,
    paidAt: happened(enrollment.paidAt),
    startedAt: happened(enrollment.startedAt),
    paidThrough: enrollment.paidThrough,
    grace: enrollment.grace,
    validity,
    history,
    completions: completionsOf(course, history),
    accessFrom: null,
    openings: new Array<Instant | null>(course.items.length).fill(null),
  };
}

/** What an anchor stands for, or null where it has not happened. `item` is the one that carries the moment. */
export function anchorValue(
  enrollee: Enrollee,
  anchor: Anchor,
  item: string | null,
): AnchorValue | null {
  const { course, history, completions } = enrollee;
  switch (anchor.from) {
    case "enrolled":
      return atInstant(enrollee.enrolledAt);
    case "paid":
      return atInstant(
        anchor.part === undefined ? enrollee.paidAt : (history.parts.get(anchor.part) ?? null),
      );
    case "started":
      return atInstant(enrollee.startedAt);
    case "access":
      return atInstant(enrollee.accessFrom);
    case "opened": {
      const number = course.numbers.get(anchor.item);
      return number === undefined ? null : atInstant(enrollee.openings[number] ?? null);
    }
    case "completed": {
      if (anchor.item === course.id) return atInstant(completions.course);
      const number = course.numbers.get(anchor.item);
      return number === undefined ? null : atInstant(completions.items[number] ?? null);
    }
    case "passed":
      return course.numbers.has(anchor.item)
        ? atInstant(history.passed.get(anchor.item) ?? null)
        : null;
    case "staff":
      return item === null ? null : atInstant(history.staff.get(item)?.opens ?? null);
    case "signal":
      return atInstant(history.signals.get(anchor.name) ?? null);
    case "date": {
      const date = parseDate(anchor.date);
      return date.ok ? onDate(date.value, false) : null;
    }
    case "cohort-start":
      return course.cohort && onDate(course.cohort.starts, false);
    case "cohort-end":
      return course.cohort && onDate(course.cohort.ends, true);
  }
}

function atInstant(instant: Instant | null): AnchorValue | null {
  return instant === null ? null : { kind: "instant", instant };
}

function onDate(date: LocalDate, atEnd: boolean): AnchorValue {
  return { kind: "date", date, atEnd };
}

const NO_PAUSES: readonly Span[] = [];

/** Where a moment stands: gates know the release hour and the counting, and only validity ignores pauses here. */
export type MomentPlace = "gate" | "closing" | "due" | "validity";

/** Works out a moment for an enrollee: its instant and the steps to it, or what it waits for. */
export function momentFor(
  enrollee: Enrollee,
  moment: Moment,
  place: MomentPlace,
  item: string | null,
): MomentWhy {
  const value = anchorValue(enrollee, moment.anchor, item);
  if (!value) return waiting(moment.anchor, item);
  const { course } = enrollee;
  const setting: MomentSetting = {
    zone: zoneFor(enrollee, moment),
    calendar: course.calendar,
    gate: place === "gate" ? { releaseHour: course.releaseHour, fullDays: course.fullDays } : null,
    pauses: place === "validity" ? NO_PAUSES : enrollee.history.pauses,
  };
  const { instant, steps } = workOutMoment(moment, value, setting);
  return instant === null
    ? { ...waiting(moment.anchor, item), steps }
    : { instant, waitsFor: null, steps };
}

/** A moment whose anchor has not happened. `staff` is named with the item that carries it. */
export function waiting(anchor: Anchor, item: string | null): MomentWhy {
  const waitsFor: Anchor =
    anchor.from === "staff" && item !== null ? { from: "staff", item } : anchor;
  return { instant: null, waitsFor, steps: [{ kind: "waits", anchor: waitsFor }] };
}

function zoneFor(enrollee: Enrollee, moment: Moment): Zone {
  if (moment.zone === null) return enrollee.clock;
  if (moment.zone === "school") return enrollee.course.schoolZone;
  return moment.zone === "enrollee" ? enrollee.zone : moment.zone;
}

/** Adds an anchor to a list, unless its name is there already. */
export function addAnchor(list: Anchor[], anchor: Anchor): void {
  const name = JSON.stringify(anchor);
  if (!list.some((other) => JSON.stringify(other) === name)) list.push(anchor);
}
