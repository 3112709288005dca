/** What somebody finishes: a lesson ticked by hand, a check that was passed; with the modules and the course that this finishes. */
import type { Ticked } from "@dawngate/contract/enrollment";
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { withEvents } from "../schedule/case";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { type Happening, keep, numbered } from "./append";
import { checkSeen } from "./learning/watched";
import { enterLesson, goOn, type Mine, mine, standing } from "./mine";

/** Ticks a lesson, or takes the tick back. The module's and the course's own completion are recorded when they happen. */
export async function tickLesson(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  lesson: string,
  done: boolean,
  key: string,
): Promise<Ticked> {
  const at = context.now;
  return db.withSchool(context, async (tx) => {
    const own = await mine(tx, context, id, at, true);
    const item = enterLesson(own, lesson);
    if (item.done === done) return sayTicked(done, own, own, []);
    await checkSeen(tx, own, id, lesson, done);
    const happening: Happening = {
      kind: done ? "completed" : "uncompleted",
      at: formatInstant(at),
      data: { item: lesson },
      reason: null,
      key,
    };
    const { after, finished } = await keepDone(tx, context.school, own, happening, at);
    return sayTicked(done, own, after, finished);
  });
}

/**
 * Records what somebody has done, or undone, and what is finished by it: the transaction holds their case. The same press
 * again, after something else, changes nothing.
 */
export async function keepDone(
  tx: SchoolTransaction,
  school: SchoolId,
  own: Mine,
  happening: Happening,
  at: Instant,
): Promise<{ after: Mine; finished: string[] }> {
  let events = numbered(own, [happening]);
  if (events.length === 0) return { after: own, finished: [] };
  let after = standing(withEvents(own, events), at);
  // A lesson that is added later takes nothing back.
  const finished = happening.kind === "uncompleted" ? [] : newlyFinished(own, after);
  if (finished.length > 0) {
    const ends = finished.map((what) => ({
      ...happening,
      kind: "completed",
      data: { item: what },
      key: `finished-${what}`,
    }));
    events = [...events, ...numbered(after, ends)];
    after = standing(withEvents(own, events), at);
  }
  await keep(tx, school, after, events, after.timeline, at, own.timeline);
  return { after, finished };
}

/** What the person hears of it. */
export function sayTicked(
  done: boolean,
  before: Mine,
  { timeline, plan }: Mine,
  finished: string[],
): Ticked {
  const shut = new Set(
    before.timeline.items.flatMap(({ id, state }) => (state === "open" ? [] : [id])),
  );
  return {
    done,
    goOn: goOn(timeline, plan),
    progress: timeline.progress,
    opened: timeline.items.flatMap(({ id, state }) =>
      state === "open" && shut.has(id) ? [id] : [],
    ),
    finished,
  };
}

/** The modules, and the course, that are finished now and have no completion of their own on record. */
function newlyFinished({ enrollment, plan }: Mine, after: Mine): string[] {
  const recorded = new Set(
    enrollment.events.flatMap((event) => (event.type === "completed" ? [event.item] : [])),
  );
  const modules = after.timeline.items.filter(({ kind, done }) => kind === "module" && done);
  const finished = modules.map((module) => module.id);
  if (after.timeline.completedAt !== null) finished.push(plan.id);
  return finished.filter((what) => !recorded.has(what));
}
