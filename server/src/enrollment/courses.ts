/** Courses with those who are in them: the list of all, and one as it is published. */
import type { Course, CourseList, courseListQuery } from "@dawngate/contract/courses";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { publishedOutline } from "../courses/outline";
import { published } from "../courses/service";
import { listCourseRows } from "../courses/store";
import type { Database } from "../db/connection";
import { readWritten } from "../people/fields/answers";
import { countCohorts, readCohorts } from "../schedule/cohort-store";
import { readHeads, readNext, sum } from "../schedule/headcount-store";
import { type Context, isTheirs } from "../school/context";
import { reading } from "../school/service";

/** A page of the courses, those that were never published by their draft. */
export async function listCourses(
  db: Database,
  context: Context,
  { after, most }: z.infer<typeof courseListQuery>,
): Promise<CourseList> {
  const place = after === undefined ? null : readCursor(listEnd, after);
  return reading(db, context, async (tx) => {
    const rows = await listCourseRows(tx, place, most + 1, context.courses);
    const page = rows.slice(0, most);
    const ids = page.map(({ id }) => id);
    const heads = await readHeads(tx, ids);
    const cohorts = await countCohorts(tx, ids);
    const next = await readNext(tx, ids, formatInstant(context.now));
    const written = await readWritten(tx, context, ids, "courses");
    const last = page.at(-1);
    return {
      courses: page.map(({ position, ...row }) => ({
        ...row,
        enrolled: sum(heads.filter(({ course }) => course === row.id)),
        cohorts: cohorts.get(row.id) ?? 0,
        nextOpening: next.get(row.id) ?? null,
        written: written(row.id),
      })),
      next: rows.length > most && last ? writeCursor([last.position, last.id]) : null,
    };
  });
}

/** Where a page of the list ended: its last course. */
const listEnd = z.tuple([z.int().min(-2_147_483_648).max(2_147_483_647), z.string().max(200)]);

export async function showCourse(db: Database, context: Context, id: string): Promise<Course> {
  return reading(db, context, async (tx) => {
    const { number, plan, published_at } = await published(tx, context.school, id);
    const cohorts = await readCohorts(tx, id);
    const heads = (await readHeads(tx, [id])).filter((one) => isTheirs(context, one.cohort));
    const seen = context.may("people.see") ? heads : [];
    const written = context.may("people.see")
      ? await readWritten(
          tx,
          context,
          cohorts.map((one) => one.cohort.id),
          "cohorts",
        )
      : () => [];
    return {
      id,
      title: plan.title,
      version: number,
      publishedAt: published_at,
      clock: plan.clock,
      releaseHour: plan.releaseHour,
      counting: plan.counting,
      order: plan.order,
      opensOn: plan.opensOn,
      window: plan.window,
      validity: plan.validity,
      modules: publishedOutline(plan),
      cohorts: cohorts.map(({ name, place, link, cohort: { course, ...cohort } }) => ({
        ...cohort,
        name,
        place,
        link,
        people: sum(seen.filter((one) => one.cohort === cohort.id)),
        written: written(cohort.id),
      })),
      people: sum(seen),
    };
  });
}
