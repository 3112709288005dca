/** The shelf: what one holds, by the lines that are kept; who has none that holds is worked out. */
import type { Shelf } from "@dawngate/contract/enrollment";
import type { Standing } from "@dawngate/core/enrollment";
import type { PlanCourse } from "@dawngate/core/plan";
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import { versionPlan } from "../courses/versions";
import type { SchoolTransaction } from "../db/connection";
import { clockOf, readCase, workOut } from "../schedule/case";
import { openingsAfter } from "../schedule/store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { planSchool } from "../school/plan";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { linesOf } from "./store";

type Held = Shelf["courses"][number];

/** A module is new for so long after it opened. */
const FRESH = 7 * DAY;
/** What can be gone on with stands first, what has ended last. */
const RANK = { open: 0, scheduled: 1, waiting: 2, closed: 3 };

export async function showShelf({ db }: Pick<Services, "db">, context: Context): Promise<Shelf> {
  const { person } = context;
  if (person === null) return { courses: [] };
  return reading(db, context, async (tx) => {
    const courses = await held(tx, context, person);
    return { courses: courses.sort((a, b) => RANK[a.state] - RANK[b.state]) };
  });
}

async function held(tx: SchoolTransaction, context: Context, person: string): Promise<Held[]> {
  const { school, now } = context;
  const lines = await linesOf(tx, person, formatInstant(now));
  const those = lines.filter(({ holds }) => holds).map(({ id }) => id);
  const since = formatInstant((now - FRESH) as Instant);
  const openings = those.length === 0 ? [] : await openingsAfter(tx, those, since);
  const zone = planSchool(await readSchool(tx)).timeZone;
  const courses: Held[] = [];
  for (const line of lines) {
    if (!line.holds) {
      const worked = await workedOut(tx, context, line.id);
      if (worked) courses.push(worked);
      continue;
    }
    const plan = await versionPlan(tx, school, line.course, line.version as number);
    if (!plan) continue;
    const own = openings.filter(({ enrollment }) => enrollment === line.id);
    courses.push({
      enrollment: line.id,
      course: plan.id,
      title: plan.title,
      clock: plan.clock === "school" ? zone : line.timeZone,
      ...accessOf(line.standing),
      from: line.from,
      until: line.until,
      progress: { done: line.done, of: line.required },
      ...modulesIn(plan, own, accessOf(line.standing).state !== "closed", now),
    });
  }
  return courses;
}

/** The state of access, and what shuts it, as a standing says them. */
function accessOf(standing: Standing): Pick<Held, "state" | "shutBy"> {
  switch (standing) {
    case "paused":
      return { state: "closed", shutBy: "pause" };
    case "suspended":
      return { state: "closed", shutBy: "suspension" };
    case "open":
    case "scheduled":
    case "waiting":
      return { state: standing, shutBy: null };
    default:
      return { state: "closed", shutBy: null };
  }
}

/** Which modules have opened of late and are open, and which opens next. */
function modulesIn(
  plan: PlanCourse,
  openings: readonly { item: string; opens: string | null; closes: string | null }[],
  isReachable: boolean,
  now: Instant,
): Pick<Held, "fresh" | "next"> {
  const found: Pick<Held, "fresh" | "next"> = { fresh: [], next: null };
  if (!isReachable) return found;
  const known = new Map(openings.map((opening) => [opening.item, opening]));
  let first = Number.POSITIVE_INFINITY;
  for (const { id, title } of plan.modules) {
    const opening = known.get(id);
    const opens = Date.parse(opening?.opens ?? "");
    const closes = opening?.closes == null ? Number.POSITIVE_INFINITY : Date.parse(opening.closes);
    if (Number.isNaN(opens) || closes <= opens || closes <= now) continue;
    if (opens <= now) found.fresh.push(title);
    else if (opens < first) {
      first = opens;
      found.next = { title, opens: formatInstant(opens as Instant) };
    }
  }
  return found;
}

/** The same of an enrollment whose line does not hold; null where its course is not published. */
async function workedOut(
  tx: SchoolTransaction,
  { school, now }: Context,
  enrollment: string,
): Promise<Held | null> {
  const found = await readCase(tx, school, enrollment);
  if (!found) return null;
  const { plan } = found;
  const { access, progress, items } = workOut(found, now);
  const modules = items
    .filter(({ kind }) => kind === "module")
    .map(({ id, opens, closes }) => ({
      item: id,
      opens: opens !== null && opens > now - FRESH ? formatInstant(opens) : null,
      closes: closes === null ? null : formatInstant(closes),
    }));
  return {
    enrollment,
    course: plan.id,
    title: plan.title,
    clock: clockOf(found),
    state: access.state,
    shutBy: access.shutBy,
    from: access.from === null ? null : formatInstant(access.from),
    until: access.until === null ? null : formatInstant(access.until),
    progress,
    ...modulesIn(plan, modules, access.state !== "closed", now),
  };
}
