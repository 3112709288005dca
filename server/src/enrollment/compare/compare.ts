/** Cohorts side by side, from the lines that lists need; a crowd is counted by its heads alone. */
import type { ComparedCohorts } from "@dawngate/contract/compare";
import { notFound } from "../../base/problem";
import { readCohorts } from "../../schedule/cohort-store";
import { readHeads, sum } from "../../schedule/headcount-store";
import { type Context, isTheirs } from "../../school/context";
import type { Services } from "../../school/kit";
import { waitlistsOf } from "../ways-in/queue-store";
import { doneByWeek, standingsOf } from "./store";

/** A cohort of more is not read person by person. */
const CROWD = 5000;

export async function compareCohorts(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  wanted: readonly string[],
): Promise<ComparedCohorts> {
  return db.readSchool(context, async (tx) => {
    const all = new Map((await readCohorts(tx, course)).map((one) => [one.cohort.id, one]));
    const found = wanted.map((id) => {
      const one = isTheirs(context, id) ? all.get(id) : undefined;
      if (!one) throw notFound(`There is no cohort "${id}" in this course.`);
      return one;
    });
    const heads = await readHeads(tx, [course]);
    const of = (id: string) => heads.filter(({ cohort }) => cohort === id);
    const few = wanted.filter((id) => sum(of(id)) <= CROWD);
    const standings = await standingsOf(tx, course, few);
    const byWeek = await doneByWeek(tx, course, few);
    const waiting = await waitlistsOf(tx, course, wanted);
    return {
      cohorts: found.map(({ name, cohort: { id, starts, ends, seats } }) => {
        const own = of(id);
        const people = sum(own);
        const standing = standings.get(id);
        return {
          id,
          name,
          starts,
          ends,
          seats,
          people,
          here: sum(own.filter(({ standing: how }) => how !== "ended")),
          begun: standing?.begun ?? 0,
          finished: sum(own.filter(({ finished }) => finished)),
          paused: sum(own.filter(({ standing: how }) => how === "paused" || how === "suspended")),
          waiting: waiting.find(({ cohort }) => cohort === id)?.total ?? 0,
          share: standing?.share ?? null,
          weeks: weeksOf(
            byWeek.filter(({ cohort }) => cohort === id),
            people * (standing?.required ?? 0),
          ),
        };
      }),
    };
  });
}

/** The share of all there is to do at the end of each week, up to the last in which something was done. */
function weeksOf(rows: readonly { week: number; done: number }[], whole: number): number[] {
  const last = rows.at(-1)?.week;
  if (last === undefined || whole === 0) return [];
  let done = 0;
  return Array.from({ length: last + 1 }, (_, week) => {
    done += rows.find((row) => row.week === week)?.done ?? 0;
    return Math.min(1, Math.max(0, done / whole));
  });
}
