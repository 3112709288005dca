/** Courses inside a course: which may stand there, and that none comes to stand inside itself. */
import {
  asInside,
  holdsCourse,
  insideIn,
  nameInside,
  type Operation,
} from "@dawngate/core/courses";
import { isSame, type PlanCourse } from "@dawngate/core/plan";
import { conflict, notFound } from "../base/problem";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import { readDraft } from "./draft-store";
import { lockInside } from "./inside-store";
import { findPublished } from "./service";
import { readVersionLessons } from "./version-store";

type MayStand = { ok: true; plan: PlanCourse; number: number } | { ok: false; reason: string };

/** Whether a course may stand in another: published, within reach, and not around it itself, in its draft neither. */
export async function mayStandIn(
  tx: SchoolTransaction,
  context: Pick<Context, "school" | "reaches">,
  outer: PlanCourse,
  inner: string,
): Promise<MayStand> {
  if (!context.reaches(inner)) throw notFound(`There is no course "${inner}" in this school.`);
  const found = await findPublished(tx, context.school, inner);
  if (!found)
    return {
      ok: false,
      reason: "That course is not published yet; publish it first, then put it in",
    };
  const { plan, number } = found;
  const draft = await readDraft(tx, inner);
  const around = [plan, ...(draft ? [draft] : [])].some((one) => holdsCourse(one, outer.id));
  if (inner === outer.id || around)
    return {
      ok: false,
      reason: `“${plan.title}” holds this course itself: one of them would stand inside itself`,
    };
  return { ok: true, plan, number };
}

/**
 * An operation as it is played: a course that is put in is read from its own version, so that nobody brings in what they
 * may not read, or what was never published. Held until the end of the transaction: two courses do not come into each
 * other at one moment.
 */
export async function readInside(
  tx: SchoolTransaction,
  context: Context,
  draft: PlanCourse,
  operation: Operation,
): Promise<{ ok: true; operation: Operation } | { ok: false; reason: string }> {
  if (operation.type !== "put-course") return { ok: true, operation };
  await lockInside(tx, context.school);
  const found = await mayStandIn(tx, context, draft, operation.course);
  if (!found.ok) return found;
  const { plan, number } = found;
  if (!isSame(asInside(plan).modules, operation.modules))
    return {
      ok: false,
      reason: `“${plan.title}” was published anew meanwhile; put it in once more`,
    };
  const lessons = await readVersionLessons(tx, plan.id, number);
  const contents = Object.fromEntries(
    Object.entries(lessons).map(([lesson, content]) => [nameInside(plan.id, lesson), content]),
  );
  return { ok: true, operation: { ...operation, contents } };
}

/**
 * Refuses to publish a course that would come to stand in itself: what stands in it holds it in a version of its own.
 * Two that are published at one moment come one after the other.
 */
export async function refuseCircles(
  tx: SchoolTransaction,
  school: SchoolId,
  plan: PlanCourse,
): Promise<void> {
  const inside = insideIn(plan);
  if (inside.length === 0) return;
  await lockInside(tx, school);
  for (const { course, title } of inside) {
    const found = await findPublished(tx, school, course);
    if (found && holdsCourse(found.plan, plan.id))
      throw conflict(
        `“${title}” holds this course since it was published last: one of them would stand inside itself. Take it out, or this one there.`,
      );
  }
}
