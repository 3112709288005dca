/** The shortest way: openings alone, of people to whom nothing has happened, in a course that stands in one table. */
import type { BulkAnswer } from "./answer";
import { type CompiledCourse, GATE, type GatedRun } from "./compile";
import type { DayTable } from "./day-table";
import type { People } from "./people";
import type { ZoneDays } from "./zone-days";

/** What people of one cohort and zone have in common. */
export interface Lane {
  course: CompiledCourse;
  zone: number;
  days: ZoneDays;
  /** The earliest start of access. */
  start: number;
  /** The one table in which all openings stand, counted from enrolling; null: there is none such. */
  table: DayTable | null;
}

/** The lane of a cohort's course and a zone. */
export function laneOf(course: CompiledCourse, zone: number): Lane {
  const clock = course.usesSchoolClock ? course.schoolZone : zone;
  const { lead } = course;
  const isPlain = course.isPlain && lead >= 0 && course.gate[lead] === GATE.days;
  return {
    course,
    zone,
    days: course.school.days(clock),
    start: course.fixedStart(clock),
    table: isPlain ? (course.tablesOf(clock)[lead] ?? null) : null,
  };
}

/**
 * Openings alone, of somebody to whom nothing has happened and who need not pay first, where all stand in one table:
 * the commonest case, and so the shortest way. False where the table cannot hold all days.
 */
export function openInLane(
  { course, days, start, table }: Lane,
  { enrolledAt }: People,
  p: number,
  { opens, items, accessFrom, accessKnownFrom }: BulkAnswer,
): boolean {
  const enrolled = enrolledAt[p] as number;
  const on = days.dateAt(enrolled) | 0;
  if (!table?.cover(on + course.leastDays, on + course.mostDays)) return false;
  const from = start > enrolled ? start : enrolled;
  accessFrom[p] = from;
  accessKnownFrom[p] = from;
  const row = (p * items) | 0;
  fillFromTable(course, opens, row, from, table.values, (on - table.first) | 0);
  const { heldLessons } = course;
  for (let k = 0; k < heldLessons.length; k++) opens[row + (heldLessons[k] as number)] = Number.NaN;
  return true;
}

/** The hottest loop: a cadence's openings, each some steps farther in the table and in the row. */
function fillRun(
  opens: Float64Array,
  at: number,
  step: number,
  values: Float64Array,
  day: number,
  days: number,
  count: number,
  least: number,
): void {
  for (let k = 0; k < count; k++) {
    const timed = values[day] as number;
    opens[at] = timed <= least ? least : timed;
    at = (at + step) | 0;
    day = (day + days) | 0;
  }
}

/** The hot loops: openings that all stand in one table, `first` being the place of the day they count from. */
export function fillFromTable(
  course: CompiledCourse,
  opens: Float64Array,
  row: number,
  accessFrom: number,
  values: Float64Array,
  first: number,
): void {
  const { gatedModules, freeModules, gatedLessons, freeLessons, days, module } = course;
  for (let r = 0; r < gatedModules.length; r++) {
    const { item, itemStep, day, dayStep, count } = gatedModules[r] as GatedRun;
    fillRun(opens, row + item, itemStep, values, first + day, dayStep, count, accessFrom);
  }
  for (let k = 0; k < freeModules.length; k++) opens[row + (freeModules[k] as number)] = accessFrom;
  for (let k = 0; k < freeLessons.length; k++) {
    const i = freeLessons[k] as number;
    opens[row + i] = opens[row + (module[i] as number)] as number;
  }
  for (let k = 0; k < gatedLessons.length; k++) {
    const i = gatedLessons[k] as number;
    const timed = values[first + (days[i] as number)] as number;
    const of = opens[row + (module[i] as number)] as number;
    opens[row + i] = timed <= of ? of : timed;
  }
}
