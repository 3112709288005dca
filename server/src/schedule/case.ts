/** Everything that a person's dates in a course are worked out from, read in one question. */
import type { OwnWords } from "@dawngate/core/courses";
import type { PlanCohort, PlanCourse, PlanEnrollment, PlanSchool } from "@dawngate/core/plan";
import {
  evaluate,
  inFavor,
  type PreparedCourse,
  prepareCourse,
  type Timeline,
} from "@dawngate/core/schedule";
import type { Instant } from "@dawngate/core/time";
import { LRUCache } from "lru-cache";
import { versionPlans, versionsOf } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { type CaseRow, readCaseRows } from "./event-store";
import { fromEvents, type KeptEvent, setsUp } from "./events";

export interface Case {
  enrollment: PlanEnrollment;
  course: string;
  person: string;
  lastSequence: number;
  school: PlanSchool;
  schoolName: string;
  schoolWords: OwnWords;
  courseWords: OwnWords;
  cohort: PlanCohort | null;
  version: number;
  plan: PlanCourse;
  /** The plans of the earlier versions it holds beside that one, the oldest first ("only in favor"). */
  held: PlanCourse[];
  events: KeptEvent[];
  /** What the kept openings were worked out from. */
  projected: { version: number | null; sequence: number | null; staleAt: string | null };
  /** When they were here last; null: never. */
  seenAt: string | null;
  /** The idempotency keys that are on record. */
  keys: ReadonlySet<string>;
}

/** The case of an enrollment; null where there is none, or its course was never published. */
export async function readCase(
  tx: SchoolTransaction,
  school: SchoolId,
  enrollment: string,
  hold = false,
): Promise<Case | null> {
  const [row] = await readCaseRows(tx, [enrollment], hold);
  return row ? caseOf(tx, school, row) : null;
}

/** The cases of some enrollments, asked for at once, by their identifiers; without what has no case. */
export async function readCases(
  tx: SchoolTransaction,
  school: SchoolId,
  enrollments: readonly string[],
): Promise<Case[]> {
  const cases: Case[] = [];
  for (const row of await readCaseRows(tx, enrollments)) {
    const found = await caseOf(tx, school, row);
    if (found) cases.push(found);
  }
  return cases;
}

async function caseOf(tx: SchoolTransaction, school: SchoolId, row: CaseRow): Promise<Case | null> {
  if (row.version === null) return null;
  const versions = versionsOf({ pinned: null, held: row.held }, row.version);
  const held = await versionPlans(tx, school, row.course, versions);
  const plan = held.pop() as PlanCourse;
  return {
    ...row,
    version: row.version,
    plan,
    held,
    keys: new Set(row.keys),
    enrollment: remembered(school, row.id, row, () => fromEvents(row.id, row.course, row.events)),
  };
}

/**
 * Enrollments as they were after their last event: what has happened does not change, so it is read once. Of each the
 * newest alone is kept, and of all together so many events; what was asked for longest ago goes first.
 */
const EVENTS_MOST = 200_000;
const read = new LRUCache<string, { sequence: number; enrollment: PlanEnrollment }>({
  maxSize: EVENTS_MOST,
  sizeCalculation: ({ enrollment }) => 10 + enrollment.events.length,
});

/** What this very transaction has written is not kept: it may never come to be. */
function remembered(
  school: SchoolId,
  enrollment: string,
  { lastSequence: sequence, own }: { lastSequence: number; own: boolean },
  make: () => PlanEnrollment,
): PlanEnrollment {
  const key = `${school} ${enrollment}`;
  const found = read.get(key);
  if (found?.sequence === sequence && !own) return found.enrollment;
  const made = make();
  if (!own && (found?.sequence ?? 0) < sequence) read.set(key, { sequence, enrollment: made });
  return made;
}

/** The same, and nobody else adds to it before this transaction ends. */
export function holdCase(tx: SchoolTransaction, school: SchoolId, enrollment: string) {
  return readCase(tx, school, enrollment, true);
}

/** The case as it stands once these events are on record too. */
export function withEvents(found: Case, added: readonly KeptEvent[]): Case {
  const events = [...found.events, ...added];
  return {
    ...found,
    events,
    lastSequence: events.at(-1)?.sequence ?? found.lastSequence,
    enrollment: withAdded(found, added),
  };
}

/** What happens to somebody who is set up is read alone: the rest was read before, and a long record takes its time. */
function withAdded({ enrollment, course, events }: Case, added: readonly KeptEvent[]) {
  if (added.some(({ kind }) => setsUp(kind)))
    return fromEvents(enrollment.id, course, [...events, ...added]);
  const enrolled = events.filter(({ kind }) => kind === "enrolled");
  const alone = fromEvents(enrollment.id, course, [...enrolled, ...added]);
  return { ...enrollment, events: [...enrollment.events, ...alone.events] };
}

/** Where the case stands at an instant, under all versions it holds. */
export function workOut(
  {
    school,
    plan,
    held = [],
    cohort,
    enrollment,
  }: Pick<Case, "school" | "plan" | "cohort" | "enrollment"> & Partial<Pick<Case, "held">>,
  now: Instant,
): Timeline {
  const under = (one: PlanCourse) => evaluate(prepared(school, one, cohort), enrollment, now);
  return held.length === 0 ? under(plan) : inFavor([...held, plan].map(under), now);
}

/** The versions a case holds, made ready, the one it follows last. */
export const versionsReady = ({
  school,
  plan,
  held,
  cohort,
}: Pick<Case, "school" | "plan" | "held" | "cohort">): PreparedCourse[] =>
  [...held, plan].map((one) => prepared(school, one, cohort));

/** Courses made ready, by their plan, which is shared and never changes, then by what else they were made ready with. */
const ready = new WeakMap<PlanCourse, Map<string, PreparedCourse>>();
/** So many of one plan: one for each of its cohorts, as a rule. */
const MOST = 50;

function prepared(school: PlanSchool, plan: PlanCourse, cohort: PlanCohort | null) {
  const key = JSON.stringify([school, cohort]);
  const kept = ready.get(plan) ?? new Map<string, PreparedCourse>();
  ready.set(plan, kept);
  const found = kept.get(key);
  if (found) return found;
  if (kept.size >= MOST) kept.clear();
  const made = prepareCourse(school, plan, cohort);
  kept.set(key, made);
  return made;
}

/** The zone in which days are counted for this person. */
export function clockOf({
  plan,
  school,
  enrollment,
}: Pick<Case, "plan" | "school" | "enrollment">): string {
  return plan.clock === "school" ? school.timeZone : enrollment.timeZone;
}
