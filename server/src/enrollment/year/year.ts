/** The year: courses with what of them falls into a range of days. */
import type { Year, yearQuery } from "@dawngate/contract/year";
import { parseDate } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import { refusal } from "../../base/problem";
import { listCourseRows } from "../../courses/store";
import { type Context, isTheirs } from "../../school/context";
import type { Services } from "../../school/kit";
import { cohortsBetween, ownWindows, salesBetween } from "./store";

/** So many courses stand on a page. */
const PAGE = 40;
/** No more days are drawn at once. */
const MOST_DAYS = 3 * 366;

const pageEnd = z.tuple([z.int().min(-2_147_483_648).max(2_147_483_647), z.string().max(200)]);

export async function showYear(
  { db }: Pick<Services, "db">,
  context: Context,
  { from, through, after }: z.infer<typeof yearQuery>,
): Promise<Year> {
  const [first, last] = [parseDate(from), parseDate(through)];
  const days = first.ok && last.ok ? last.value - first.value : -1;
  if (days < 0 || days > MOST_DAYS)
    throw refusal("These days cannot be shown at once.", [
      { path: "through", reason: "Take a day after the first, at most three years later" },
    ]);
  const place = after === undefined ? null : readCursor(pageEnd, after);
  return db.readSchool(context, async (tx) => {
    const rows = await listCourseRows(tx, place, PAGE + 1, context.courses);
    const page = rows.slice(0, PAGE).filter(({ archived }) => !archived);
    const ids = page.map(({ id }) => id);
    const cohorts = await cohortsBetween(tx, ids, from, through);
    const sales = await salesBetween(tx, ids, from, through);
    const end = rows[PAGE - 1];
    const windows = await ownWindows(tx, ids);
    return {
      courses: page.map(({ id, title, version }) => ({
        id,
        title,
        published: version !== null,
        window: windows.get(id) ?? null,
        cohorts: cohorts
          .filter(({ course }) => course === id)
          .map(({ course: _course, opens, closes, people, waiting, ...cohort }) => {
            const theirs = isTheirs(context, cohort.id);
            return {
              ...cohort,
              window: opens === null || closes === null ? null : { opens, closes },
              people: theirs ? people : 0,
              waiting: theirs ? waiting : 0,
            };
          }),
        sales: sales
          .filter(({ course }) => course === id)
          .map(({ listing, title: name, opens, closes }) => ({
            listing,
            title: name,
            window: { opens, closes },
          })),
      })),
      next: rows.length > PAGE && end ? writeCursor([end.position, end.id]) : null,
    };
  });
}
