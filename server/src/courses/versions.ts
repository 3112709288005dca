/** Published versions: read by one reader, whatever form they were written in, and kept in memory once read. */
import { courseSchema, type PlanCourse } from "@dawngate/core/plan";
import { LRUCache } from "lru-cache";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { readVersionRow } from "./version-store";

/** The form in which version documents are written now. */
export const FORM = 1;

/** What makes a document of an earlier form one of the next; the first entry leads from form 1 to form 2. */
const UPGRADES: readonly ((document: unknown) => unknown)[] = [];

/** A version's document as a course, from whatever form it was written in. Throws where it is of none we know. */
export function readDocument(document: unknown, form: number): PlanCourse {
  if (form < 1 || form > FORM)
    throw new Error(`A version is written in form ${form}; this server reads up to ${FORM}`);
  return courseSchema.parse(
    UPGRADES.slice(form - 1).reduce((older, upgrade) => upgrade(older), document),
  );
}

/** So many modules and lessons are kept of all versions together; what was asked for longest ago goes first. */
const ITEMS_MOST = 200_000;
const kept = new LRUCache<string, PlanCourse>({
  maxSize: ITEMS_MOST,
  sizeCalculation: (course) =>
    1 + course.modules.reduce((sum, { lessons }) => sum + 1 + lessons.length, 0),
});

/**
 * The plan of a version, or null where there is none. What is answered is shared: nobody changes it. One that this very
 * transaction has written is not kept: it may never come to be.
 */
export async function versionPlan(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  number: number,
): Promise<PlanCourse | null> {
  const key = JSON.stringify([school, course, number]);
  const found = kept.get(key);
  if (found) return found;
  const row = await readVersionRow(tx, course, number);
  if (!row) return null;
  const plan = readDocument(row.plan, row.form);
  if (!row.own) kept.set(key, plan);
  return plan;
}

/** The versions that count for somebody, in ascending order; the last is the one they follow. */
export function versionsOf(
  { pinned, held }: { pinned: number | null; held: readonly number[] },
  current: number,
): number[] {
  const followed = pinned ?? current;
  return [...held.filter((version) => version !== followed), followed];
}

/** The plans of versions that somebody holds, in their order. Versions are never removed: one that is missing is a fault. */
export async function versionPlans(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  versions: readonly number[],
): Promise<PlanCourse[]> {
  const plans: PlanCourse[] = [];
  for (const version of versions) {
    const plan = await versionPlan(tx, school, course, version);
    if (!plan) throw new Error(`Version ${version} of ${course} is missing`);
    plans.push(plan);
  }
  return plans;
}
