/** What a visitor may know of a course before coming in: when they would learn what, and its samples. */
import type { Preview, previewQuery, Sample } from "@dawngate/contract/catalog";
import { enrollmentSchema } from "@dawngate/core/plan";
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { notFound } from "../base/problem";
import { publishedOutline } from "../courses/outline";
import { published } from "../courses/service";
import { readLessonText } from "../lessons/store";
import { workOut } from "../schedule/case";
import { readCohorts } from "../schedule/cohort-store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { planSchool } from "../school/plan";
import { reading } from "../school/service";
import { readSchool } from "../school/store";

const written = (instant: Instant | null) => (instant === null ? null : formatInstant(instant));

/** The dates of somebody imagined who enrolls at this instant and has done nothing yet. */
export async function showPreview(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  { timeZone, cohort: wanted }: z.infer<typeof previewQuery>,
): Promise<Preview> {
  return reading(db, context, async (tx) => {
    const { plan } = await published(tx, context.school, id);
    const school = planSchool(await readSchool(tx));
    const cohorts = wanted === undefined ? [] : await readCohorts(tx, id);
    const cohort = cohorts.find((one) => one.cohort.id === wanted)?.cohort ?? null;
    if (wanted !== undefined && cohort === null)
      throw notFound(`There is no cohort "${wanted}" in this course.`);
    const at = formatInstant(context.now);
    const enrollment = enrollmentSchema.parse({
      id: "imagined",
      course: id,
      cohort: wanted ?? null,
      timeZone,
      enrolledAt: at,
      paidAt: at,
    });
    const { access, items } = workOut({ school, plan, cohort, enrollment }, context.now);
    const known = new Map(items.map((item) => [item.id, item]));
    return {
      at,
      from: written(access.from),
      until: written(access.until),
      modules: plan.modules.flatMap(({ id: module, title }) => {
        const item = known.get(module);
        return item?.reachable ? [{ title, opens: written(item.opens) }] : [];
      }),
    };
  });
}

/** A lesson that its author lets everybody read; any other is as if it were not there. */
export async function showSample(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  lesson: string,
): Promise<Sample> {
  return reading(db, context, async (tx) => {
    const { plan, number } = await published(tx, context.school, course);
    const found = publishedOutline(plan)
      .flatMap((module) => module.lessons)
      .find(({ id, sample }) => id === lesson && sample);
    if (!found) throw notFound("There is no such sample in this course.");
    const { title, kind, minutes } = found;
    const text = (await readLessonText(tx, course, number, lesson)) ?? "";
    return { title, kind, minutes, text, course: plan.title };
  });
}
