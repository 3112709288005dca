/** Courses inside a course: what may come in, as it is published, and what has changed there since. */
import type { CourseInside, InsideOffer } from "@dawngate/contract/courses";
import {
  asInside,
  holdsCourse,
  insideIn,
  isAsPublished,
  nameInside,
  type Operation,
  sayOtherCounting,
} from "@dawngate/core/courses";
import { isSame, type PlanCourse } from "@dawngate/core/plan";
import { conflict, notFound } from "../base/problem";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import { reading } from "../school/service";
import { existing } from "./authoring";
import { readDraft } from "./draft-store";
import { coursesAround, lockInside } from "./inside-store";
import { findPublished } from "./service";
import { readVersionLessons } from "./version-store";

/** The courses that stand in a draft, each with whether it is as it was published last. */
export async function showInside(
  db: Database,
  context: Context,
  course: string,
): Promise<CourseInside> {
  return reading(db, context, async (tx) => {
    const { draft } = await existing(tx, course);
    const inside: CourseInside["inside"] = [];
    for (const { course: id, modules } of insideIn(draft)) {
      const found = await findPublished(tx, context.school, id);
      inside.push({
        course: id,
        state: found === null ? "gone" : isAsPublished(modules, found.plan) ? "current" : "older",
        reaches: context.reaches(id),
      });
    }
    const around = await coursesAround(tx, course);
    return { inside, around: around.filter((one) => context.reaches(one.course)) };
  });
}

/** What a course would bring into another, and how it would count otherwise there; or why it cannot stand there. */
export async function offerInside(
  db: Database,
  context: Context,
  course: string,
  inner: string,
): Promise<InsideOffer> {
  return reading(db, context, async (tx) => {
    const { draft } = await existing(tx, course);
    const found = await mayStandIn(tx, context, draft, inner);
    if (!found.ok) throw conflict(found.reason);
    const { plan } = found;
    const { modules, loosened } = asInside(plan);
    if (modules.length === 0) throw conflict(`“${plan.title}” holds nothing for everybody.`);
    return {
      course: inner,
      title: plan.title,
      modules,
      loosened,
      says: sayOtherCounting(plan, draft),
    };
  });
}

type MayStand = { ok: true; plan: PlanCourse; number: number } | { ok: false; reason: string };

/** Whether a course may stand in another: published, within reach, and not around it itself, in its draft neither. */
async function mayStandIn(
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
