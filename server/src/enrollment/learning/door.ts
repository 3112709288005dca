/** The door to one's own lesson, as notes, questions and what was seen ask it: open, or the sentence that says why not. */
import type { PlanLesson } from "@dawngate/core/plan";
import { notFound } from "../../base/problem";
import { outlineFor } from "../../courses/outline";
import type { SchoolTransaction } from "../../db/connection";
import type { Context } from "../../school/context";
import { enterLesson, type Mine, mine } from "../mine";

export interface Entered {
  own: Mine;
  lesson: PlanLesson;
}

/** One's own enrollment and a lesson of it whose door is open at this instant. */
export async function entered(
  tx: SchoolTransaction,
  context: Context,
  enrollment: string,
  id: string,
): Promise<Entered> {
  const own = await mine(tx, context, enrollment, context.now);
  enterLesson(own, id);
  const lesson = outlineFor(own.plan, own.enrollment.cohort)
    .flatMap((module) => module.lessons)
    .find((one) => one.id === id);
  if (!lesson) throw notFound(`There is no lesson "${id}" in this course.`);
  return { own, lesson };
}
