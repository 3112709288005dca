/** Courses inside a course, as its authors see them: what may come in, and what has changed there since. */
import type { CourseInside, InsideOffer } from "@dawngate/contract/courses";
import { asInside, insideIn, isAsPublished, sayOtherCounting } from "@dawngate/core/courses";
import { conflict } from "../base/problem";
import type { Database } from "../db/connection";
import type { Context } from "../school/context";
import { reading } from "../school/service";
import { existing } from "./authoring";
import { mayStandIn } from "./inside";
import { coursesAround } from "./inside-store";
import { findPublished } from "./service";

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
