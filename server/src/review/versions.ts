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
