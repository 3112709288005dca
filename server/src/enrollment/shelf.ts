/** The shelf: what one holds, how each course stands, and with what to go on. */
import type { Shelf } from "@dawngate/contract/enrollment";
import type { PlanCourse } from "@dawngate/core/plan";
import type { Timeline } from "@dawngate/core/schedule";
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { type Holding, holdingsOf } from "./holdings";
import { membershipsOf } from "./memberships/store";
import { goOn } from "./mine";
import { countNews } from "./news-store";

type Held = Shelf["courses"][number];

/** A module is new for so long after it opened. */
const FRESH = 7 * DAY;
/** What can be gone on with stands first, what has ended last. */
const RANK = { open: 0, scheduled: 1, waiting: 2, closed: 3 };

export async function showShelf({ db }: Pick<Services, "db">, context: Context): Promise<Shelf> {
  const { person, school, now } = context;
  if (person === null) return { courses: [], isMember: false, news: 0 };
  return reading(db, context, async (tx) => {
    const courses = (await holdingsOf(tx, school, person, now)).map((one) => sayHeld(one, now));
    // Where one was last stands before the others of its kind.
    return {
      isMember: (await membershipsOf(tx, person, formatInstant(now))).length > 0,
      news: await countNews(tx, person, now),
      courses: courses.sort(
        (a, b) => RANK[a.state] - RANK[b.state] || (b.seen ?? "").localeCompare(a.seen ?? ""),
      ),
    };
  });
}

/** A course one holds, as lists say it. */
export function sayHeld(
  { enrollment, plan, timeline, cohortName, cover, seenAt }: Holding,
  now: Instant,
): Held {
  const { access, progress } = timeline;
  return {
    enrollment: enrollment.id,
    course: plan.id,
    title: plan.title,
    cohort: cohortName,
    cover,
    timeZone: enrollment.timeZone,
    state: access.state,
    shutBy: access.shutBy,
    from: written(access.from),
    until: written(access.until),
    progress,
    seen: seenAt,
    ...modulesIn(plan, timeline, now),
    goOn: sayGoOn(plan, goOn(timeline, plan)),
  };
}

const written = (instant: Instant | null) => (instant === null ? null : formatInstant(instant));

/** Each module as it stands, which of them have opened of late, and which opens next. */
function modulesIn(
  plan: PlanCourse,
  { access, items }: Timeline,
  now: Instant,
): Pick<Held, "modules" | "fresh" | "next"> {
  const known = new Map(items.map((item) => [item.id, item]));
  const found: Pick<Held, "modules" | "fresh"> = { modules: [], fresh: [] };
  let first: { title: string; opens: Instant } | null = null;
  for (const { id, title } of plan.modules) {
    const item = known.get(id);
    if (!item) continue;
    const { state, done, opens, reachable } = item;
    const mark = state === "open" && done ? "done" : state;
    found.modules.push({ title, mark, opens: written(opens) });
    if (opens === null || !reachable || access.state === "closed") continue;
    if (state === "open" && opens > now - FRESH) found.fresh.push(title);
    if (opens > now && (first === null || opens < first.opens)) first = { title, opens };
  }
  return { ...found, next: first && { title: first.title, opens: formatInstant(first.opens) } };
}

function sayGoOn(plan: PlanCourse, lesson: string | null): Held["goOn"] {
  for (const module of plan.modules)
    for (const { id, title, kind, minutes } of module.lessons)
      if (id === lesson) return { lesson: id, title, kind, minutes, module: module.title };
  return null;
}
