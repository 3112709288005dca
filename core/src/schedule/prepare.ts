/** A course, made ready once and then asked about any number of enrollees: what is published, its gates read, its order found. */
import {
  isFor,
  type Plan,
  type PlanCohort,
  type PlanCourse,
  type PlanGate,
  type PlanMoment,
  readCalendar,
  readMoment,
} from "../plan";
import {
  type LocalDate,
  type Moment,
  parseDate,
  parseTimeOfDay,
  type SchoolCalendar,
  type TimeOfDay,
  type Zone,
  zoneOf,
} from "../time";
import { orderByDependency } from "./circles";

/** A gate, read. */
export interface Gate {
  need: "all" | "any";
  when: GateMoment[];
}

export interface GateMoment {
  moment: Moment;
  /** An `opened` moment that leads back to its own item: it waits for ever. */
  circular: boolean;
}

/** A published module or lesson, in outline order. */
export interface Item {
  id: string;
  kind: "module" | "lesson";
  title: string;
  /** The number of its module among the items; -1 for a module. */
  module: number;
  gate: Gate | null;
  /** The gate is the cohort's own, in place of the item's. */
  gateOfCohort: boolean;
  closes: Moment | null;
  due: Moment | null;
  sample: boolean;
  required: boolean;
  /** No later lesson opens before this one is completed. */
  holds: boolean;
}

/** What the evaluator needs of a course, with one cohort or none. */
export interface PreparedCourse {
  id: string;
  schoolZone: Zone;
  calendar: SchoolCalendar;
  clock: "school" | "enrollee";
  releaseHour: TimeOfDay | null;
  fullDays: boolean;
  opensOn: LocalDate | null;
  validity: Moment[];
  cohort: { id: string; starts: LocalDate; ends: LocalDate; grace: number | null } | null;
  items: Item[];
  /** The number of each published item. */
  numbers: ReadonlyMap<string, number>;
  /** The numbers of the lessons of each module, by the module's number. */
  lessons: ReadonlyMap<number, number[]>;
  /** Item numbers in an order in which each opening comes after those it counts from. */
  order: number[];
}

/** Makes a course ready. `cohort`, where given, must be one of this course. */
export function prepareCourse(
  school: Plan["school"],
  course: PlanCourse,
  cohort: PlanCohort | null,
): PreparedCourse {
  const own = cohort?.id ?? null;
  const items: Item[] = [];
  const lessons = new Map<number, number[]>();
  const gates = new Map(Object.entries(cohort?.gates ?? {}));
  const gateOf = (item: { id: string; gate: PlanGate | null }) => {
    const theirs = gates.get(item.id);
    const gateOfCohort = theirs !== undefined;
    return { gate: readGate(gateOfCohort ? theirs : item.gate), gateOfCohort };
  };
  for (const module of course.modules) {
    if (module.visible !== "published" || !isFor(module, own)) continue;
    const number = items.length;
    items.push({
      id: module.id,
      kind: "module",
      title: module.title,
      module: -1,
      ...gateOf(module),
      closes: readOptional(module.closes),
      due: readOptional(module.due),
      sample: false,
      required: false,
      holds: false,
    });
    const inside: number[] = [];
    for (const lesson of module.lessons) {
      if (lesson.visible !== "published" || !isFor(lesson, own)) continue;
      inside.push(items.length);
      items.push({
        id: lesson.id,
        kind: "lesson",
        title: lesson.title,
        module: number,
        ...gateOf(lesson),
        closes: readOptional(lesson.closes),
        due: readOptional(lesson.due),
        sample: lesson.sample,
        required: lesson.required,
        holds: lesson.holdsNext || (course.order === "in-order" && lesson.required),
      });
    }
    lessons.set(number, inside);
  }
  const numbers = new Map(items.map((item, number) => [item.id, number]));
  return {
    id: course.id,
    schoolZone: zoneOf(school.timeZone),
    calendar: readCalendar(school),
    clock: course.clock,
    releaseHour: read(course.releaseHour, parseTimeOfDay),
    fullDays: course.counting === "full",
    opensOn: read(course.opensOn, parseDate),
    validity: course.validity.map(readMoment),
    cohort: cohort && {
      id: cohort.id,
      starts: readDate(cohort.starts),
      ends: readDate(cohort.ends),
      grace: cohort.grace,
    },
    items,
    numbers,
    lessons,
    order: linkOpenings(items, numbers),
  };
}

/** Finds the order of the openings and marks the moments that go round in a circle. */
function linkOpenings(items: Item[], numbers: ReadonlyMap<string, number>): number[] {
  const { order, circle } = orderByDependency(dependenciesOf(items, numbers));
  let circular = false;
  items.forEach((item, number) => {
    if (item.sample) return;
    for (const gated of item.gate?.when ?? []) {
      const target = openedItem(gated, numbers);
      gated.circular = target !== undefined && circle[target] === circle[number];
      circular ||= gated.circular;
    }
  });
  // With the circles cut, what is left of them (lessons on their modules) has an order of its own.
  return circular ? orderByDependency(dependenciesOf(items, numbers)).order : order;
}

/** Which openings each item's own is worked out from. A sample's depends on nothing. */
function dependenciesOf(items: Item[], numbers: ReadonlyMap<string, number>): number[][] {
  return items.map((item) => {
    if (item.sample) return [];
    const edges = item.module === -1 ? [] : [item.module];
    for (const gated of item.gate?.when ?? []) {
      const target = openedItem(gated, numbers);
      if (target !== undefined && !gated.circular) edges.push(target);
    }
    return edges;
  });
}

function openedItem({ moment }: GateMoment, numbers: ReadonlyMap<string, number>) {
  return moment.anchor.from === "opened" ? numbers.get(moment.anchor.item) : undefined;
}

function readGate(gate: PlanGate | null): Gate | null {
  if (!gate || gate.when.length === 0) return null;
  return {
    need: gate.need,
    when: gate.when.map((moment) => ({ moment: readMoment(moment), circular: false })),
  };
}

function readOptional(moment: PlanMoment | null): Moment | null {
  return moment && readMoment(moment);
}

function read<T>(
  text: string | null,
  reader: (text: string) => { ok: true; value: T } | { ok: false; reason: string },
): T | null {
  if (text === null) return null;
  const parsed = reader(text);
  if (!parsed.ok) throw new TypeError(`This plan was not checked: ${parsed.reason}`);
  return parsed.value;
}

/** A checked local date. */
export function readDate(text: string): LocalDate {
  return read(text, parseDate) as LocalDate;
}
