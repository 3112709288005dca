import { notFound } from "../base/problem";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { readPublishedRow } from "./store";
import { versionPlan } from "./versions";

/** The course as it is published, or null. */
export async function findPublished(tx: SchoolTransaction, school: SchoolId, id: string) {
  const row = await readPublishedRow(tx, id);
  const plan = row && (await versionPlan(tx, school, id, row.number));
  return plan ? { ...row, plan } : null;
}

/** The course as it is published, or a refusal. */
export async function published(tx: SchoolTransaction, school: SchoolId, id: string) {
  const course = await findPublished(tx, school, id);
  if (!course) throw notFound(`There is no course "${id}" in this school.`);
  return course;
}
