/** What a visitor may know of a course before coming in: when they would learn what, and its samples. */
import type { Preview, previewQuery, Sample } from "@dawngate/contract/catalog";
import { formatInstant } from "@dawngate/core/time";
import type { z } from "zod";
import { notFound } from "../base/problem";
import { outlineFor } from "../courses/outline";
import { published } from "../courses/service";
import { showContent } from "../lessons/content";
import { readStanding } from "../lessons/store";
import { readCohorts } from "../schedule/cohort-store";
import { imaginedDates } from "../schedule/imagined";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { planSchool } from "../school/plan";
import { reading } from "../school/service";
import { readSchool } from "../school/store";

/** The dates of somebody imagined who enrolls at this instant and has done nothing yet. */
export async function showPreview(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  { timeZone, cohort: wanted }: z.infer<typeof previewQuery>,
): Promise<Preview> {
  return reading(db, context, async (tx) => {
    const { plan } = await published(tx, context.school, id);
    const cohorts = wanted === undefined ? [] : await readCohorts(tx, id);
    const cohort = cohorts.find((one) => one.cohort.id === wanted)?.cohort ?? null;
    if (wanted !== undefined && cohort === null)
      throw notFound(`There is no cohort "${wanted}" in this course.`);
    const school = planSchool(await readSchool(tx));
    const { from, until, modules } = imaginedDates({ school, plan, cohort, timeZone }, context.now);
    return { at: formatInstant(context.now), from, until, modules };
  });
}

/** A lesson that its author lets everybody read; any other is as if it were not there. */
export async function showSample(
  { db, kept }: Pick<Services, "db" | "kept">,
  context: Context,
  course: string,
  lesson: string,
): Promise<Sample> {
  return reading(db, context, async (tx) => {
    const { plan, number } = await published(tx, context.school, course);
    const found = outlineFor(plan, null)
      .flatMap((module) => module.lessons)
      .find(({ id, sample }) => id === lesson && sample);
    if (!found) throw notFound("There is no such sample in this course.");
    const { title, kind, minutes } = found;
    const standing = await readStanding(tx, course, number, lesson);
    // Its files are for everybody, whoever reads them first.
    const anybody = { ...context, account: null };
    const content = await showContent(tx, kept, anybody, kind, standing);
    return { title, kind, minutes, ...content, course: plan.title };
  });
}
