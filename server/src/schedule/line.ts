/** What lists say of a person in a course, in one line, as their dates stand at an instant. */
import { finishedInside } from "@dawngate/core/courses";
import { type Standing, standingOf } from "@dawngate/core/enrollment";
import type { PlanCourse } from "@dawngate/core/plan";
import type { Timeline } from "@dawngate/core/schedule";
import { type Answered, OPEN, SCHEDULED } from "@dawngate/core/schedule/bulk";
import { formatInstant, type Instant } from "@dawngate/core/time";

/** The projection's line. Instants as they are written; null: none. */
export interface Line {
  accessFrom: string | null;
  accessUntil: string | null;
  standing: Standing;
  done: number;
  required: number;
  finishedAt: string | null;
  /** The next opening that is known, and what it is: of several at one instant the first in the outline. */
  nextOpens: string | null;
  nextItem: string | null;
  /** Of the courses inside theirs, those in which all is done. */
  finishedInside: string[];
  /** Lessons that are open and not done. */
  todo: number;
  /** The earliest instant at which something is due that is not done. */
  nextDue: string | null;
}

const written = (at: number | null) =>
  at === null || Number.isNaN(at) ? null : formatInstant(at as Instant);

/** The line of somebody whose timeline was worked out at `now` by a plan. */
export function lineOf(
  { access, progress, completedAt, items }: Timeline,
  now: Instant,
  plan: PlanCourse,
): Line {
  let next: (typeof items)[number] | null = null;
  for (const item of items)
    if (item.state === "scheduled" && (next?.opens == null || (item.opens ?? 0) < next.opens))
      next = item;
  return {
    accessFrom: written(access.from),
    accessUntil: written(access.until),
    standing: standingOf(access, now),
    done: progress.done,
    required: progress.of,
    finishedAt: written(completedAt),
    finishedInside: finishedInside(plan, (module) =>
      items.some(({ id, done }) => id === module && done),
    ),
    nextOpens: written(next?.opens ?? null),
    nextItem: next?.id ?? null,
    todo: items.filter(({ kind, state, done }) => kind === "lesson" && state === "open" && !done)
      .length,
    nextDue: written(
      items.reduce<number | null>(
        (first, { due, done }) =>
          due === null || done || (first !== null && first <= due) ? first : due,
        null,
      ),
    ),
  };
}

const SHUT_BY = [null, "pause", "suspension"] as const;
const known = (at: number) => (Number.isNaN(at) ? null : (at as Instant));

/** The same of person `p` of many, who were asked with states and dues; `plan`: the newest of those they hold. */
export function lineIn(
  { items, answer }: Answered,
  p: number,
  now: Instant,
  plan: PlanCourse,
): Line {
  let next = -1;
  let todo = 0;
  let due = Number.NaN;
  const first = p * items.length;
  for (let i = 0; i < items.length; i++) {
    const done = answer.done[first + i] === 1;
    if (!done && answer.state[first + i] === OPEN && items[i]?.kind === "lesson") todo += 1;
    const dueAt = answer.due[first + i] as number;
    if (!done && !Number.isNaN(dueAt) && !(due <= dueAt)) due = dueAt;
    if (
      answer.state[first + i] === SCHEDULED &&
      (next < 0 || (answer.opens[first + i] as number) < (answer.opens[first + next] as number))
    )
      next = i;
  }
  const access = {
    from: known(answer.accessFrom[p] as number),
    until: known(answer.accessUntil[p] as number),
    shutBy: SHUT_BY[answer.shutBy[p] as number] ?? null,
  };
  return {
    accessFrom: written(access.from),
    accessUntil: written(access.until),
    standing: standingOf(access, now),
    done: answer.progressDone[p] as number,
    required: answer.required,
    finishedAt: written(answer.completedAt[p] as number),
    finishedInside: finishedInside(
      plan,
      (module) => answer.done[first + items.findIndex(({ id }) => id === module)] === 1,
    ),
    nextOpens: next < 0 ? null : written(answer.opens[first + next] as number),
    nextItem: items[next]?.id ?? null,
    todo,
    nextDue: written(due),
  };
}

/** The instants after `now` from which on a line says something else though nothing happens. */
export function overtakenAt({ accessFrom, accessUntil, nextOpens }: Line, now: Instant): number[] {
  return [accessFrom, accessUntil, nextOpens]
    .flatMap((at) => (at === null ? [] : [Date.parse(at)]))
    .filter((at) => at > now);
}

/** A line as the columns of an enrollment. */
export const lineColumns = (line: Line) => ({
  access_from: line.accessFrom,
  access_until: line.accessUntil,
  standing: line.standing,
  done: line.done,
  required: line.required,
  finished_at: line.finishedAt,
  finished_inside: line.finishedInside,
  next_opens: line.nextOpens,
  next_item: line.nextItem,
  todo: line.todo,
  next_due: line.nextDue,
});
