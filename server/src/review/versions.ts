/** Published versions, kept in memory once read: they never change. */
import type { PlanCourse } from "@dawngate/core/plan";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { readVersion } from "./store";

/** So many versions are kept; the one that was asked for longest ago goes first. */
const MOST = 500;
const kept = new Map<string, PlanCourse>();

/** The plan of a version, or null where there is none. What is answered is shared: nobody changes it. */
export async function versionPlan(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  number: number,
): Promise<PlanCourse | null> {
  const key = JSON.stringify([school, course, number]);
  const found = kept.get(key) ?? (await readVersion(tx, course, number));
  if (!found) return null;
  kept.delete(key);
  kept.set(key, found);
  if (kept.size > MOST) kept.delete(kept.keys().next().value as string);
  return found;
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
