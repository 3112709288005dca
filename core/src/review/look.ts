/** What every check looks at: a course with its cohorts, and the first and the last who may enroll, with their dates. */
import { setItem } from "../courses";
import {
  enrollmentSchema,
  itemsOf,
  type PlanCohort,
  type PlanCourse,
  type PlanGate,
  type PlanItem,
  type PlanModule,
  type PlanMoment,
  type PlanSchool,
} from "../plan";
import { evaluate, prepareCourse, type Timeline, type TimelineItem } from "../schedule";
import { sayDate } from "../schedule/words";
import {
  formatInstant,
  type Instant,
  instantAt,
  type LocalDate,
  localDateAt,
  parseDate,
  type TimeOfDay,
  type Zone,
  zoneOf,
} from "../time";
import type { Mend } from "./snag";

/** Somebody who does nothing but enroll, on a day at noon in the school's zone, where it matters: at either end of a window. */
export interface Imagined {
  cohort: PlanCohort | null;
  day: LocalDate;
  timeline: Timeline;
  items: ReadonlyMap<string, TimelineItem>;
  /** "somebody who enrolls Fri 5 Mar 2027 into cohort spring". */
  said: string;
}

export interface Look {
  school: PlanSchool;
  course: PlanCourse;
  cohorts: readonly PlanCohort[];
  /** Every cohort of the course. */
  known: ReadonlySet<string>;
  zone: Zone;
  now: Instant;
  imagined: readonly Imagined[];
  titleOf(item: string): string;
}

/** A cohort's name, where the caller knows one (empty: nobody has given it one yet); else its identifier. */
export type CohortNames = ReadonlyMap<string, string>;

/** "cohort Spring"; "this cohort" where it has no name yet. */
export function cohortCalled(names: CohortNames, id: string): string {
  const name = names.get(id) ?? id;
  return name === "" ? "this cohort" : `cohort ${name}`;
}

/** More cohorts than this are all of one making; the latest of them are looked at. */
const COHORTS_MOST = 12;

export function lookAt(
  school: PlanSchool,
  course: PlanCourse,
  cohorts: readonly PlanCohort[],
  now: Instant,
  names: CohortNames = new Map(),
): Look {
  const zone = zoneOf(school.timeZone);
  const all = cohorts.filter((cohort) => cohort.course === course.id);
  const own = all.slice(-COHORTS_MOST);
  const today = localDateAt(zone, now);
  const imagined = (own.length > 0 ? own : [null]).flatMap((cohort) => {
    const prepared = prepareCourse(school, course, cohort);
    return daysOf(course, cohort, today).map((day): Imagined => {
      const at = instantAt(zone, day, (12 * 3_600_000) as TimeOfDay);
      const enrollment = enrollmentSchema.parse({
        id: "imagined",
        course: course.id,
        cohort: cohort?.id ?? null,
        timeZone: school.timeZone,
        enrolledAt: formatInstant(at),
      });
      const timeline = evaluate(prepared, enrollment, at);
      const into = cohort ? ` into ${cohortCalled(names, cohort.id)}` : "";
      return {
        cohort,
        day,
        timeline,
        items: new Map(timeline.items.map((item) => [item.id, item])),
        said: `somebody who enrolls ${sayDate(day)}${into}`,
      };
    });
  });
  const titles = new Map(itemsOf(course).map(({ id, title }) => [id, title]));
  titles.set(course.id, course.title);
  const titleOf = (item: string) => titles.get(item) ?? "something that is gone";
  const known = new Set(all.map(({ id }) => id));
  return { school, course, cohorts: own, known, zone, now, imagined, titleOf };
}

/** The first and the last day of the window; without one today, or the cohort's first day where that is earlier. */
function daysOf(course: PlanCourse, cohort: PlanCohort | null, today: LocalDate): LocalDate[] {
  const window = cohort ? cohort.window : course.window;
  if (window) return [...new Set([read(window.opens), read(window.closes)])];
  return [cohort ? (Math.min(today, read(cohort.starts)) as LocalDate) : today];
}

/** A date of a checked plan. */
export function read(text: string): LocalDate {
  const date = parseDate(text);
  if (!date.ok) throw new TypeError(`This plan was not checked: ${date.reason}`);
  return date.value;
}

/** Modules, and the lessons of each, that people get to see. */
export function publishedModules(course: PlanCourse): PlanModule[] {
  return course.modules
    .filter(({ visible }) => visible === "published")
    .map((module) => ({
      ...module,
      lessons: module.lessons.filter(({ visible }) => visible === "published"),
    }));
}

/** A gate that counts from the opening of the item before, moved as a moment is: it slides with it and never doubles. */
export function chainedGate(before: string, add: string, moved: PlanMoment): PlanGate {
  const { at, weekdays, workdays, zone } = moved as Exclude<PlanMoment, { from: "staff" }>;
  const kept = Object.entries({ at, weekdays, workdays, zone }).filter(
    ([, value]) => value !== undefined,
  );
  return {
    need: "all",
    when: [{ from: "opened", item: before, add, ...Object.fromEntries(kept) }],
  };
}

/** The operation that gives an item another gate. */
export const gateOperation = (item: PlanItem, gate: PlanGate | null) => setItem(item, { gate });

/** Takes one condition of a gate away. */
export function withoutMoment(item: PlanItem, gate: PlanGate, i: number): Mend {
  const when = gate.when.filter((_, k) => k !== i);
  return {
    label: "Take this condition away",
    operations: [gateOperation(item, when.length === 0 ? null : { ...gate, when })],
  };
}
