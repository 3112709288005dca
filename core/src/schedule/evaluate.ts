/** The plain evaluator: the one truth about what opens when, for whom, and why. */
import { type PlanEnrollment, readMoment } from "../plan";
import type { Instant } from "../time";
import { accessEnd } from "./access-end";
import { accessStart } from "./access-start";
import { closingOf } from "./closing";
import { enrolleeAt, momentFor } from "./enrollee";
import { type Opening, openingOf, type Place, placesInOrder } from "./opening";
import type { Item, PreparedCourse } from "./prepare";
import { isReachable, stateAt } from "./state";
import type { Timeline, TimelineItem } from "./timeline";

/**
 * Answers, for one enrollee at `now`: access, progress, and every published item's opening, closing, due date and
 * state, each with its why. `course` must have been prepared with the enrollment's own cohort.
 *
 * Pure, and total: whatever is in a checked plan, it answers. Circles wait, sums saturate at the year 9999.
 */
export function evaluate(
  course: PreparedCourse,
  enrollment: PlanEnrollment,
  now: Instant,
): Timeline {
  const validity = enrollment.validity?.map(readMoment) ?? course.validity;
  const enrollee = enrolleeAt(course, enrollment, validity, now);
  const { items } = course;
  const start = accessStart(enrollee);
  enrollee.accessFrom = start.from;

  const places = placesInOrder(enrollee);
  const openings: Opening[] = new Array(items.length);
  for (const number of course.order) {
    const item = items[number] as Item;
    const module = items[item.module];
    const opening = openingOf(
      enrollee,
      item,
      start,
      module ? { id: module.id, opening: openings[item.module] as Opening } : null,
      places[number] as Place,
    );
    openings[number] = opening;
    enrollee.openings[number] = opening.opens;
  }

  const end = accessEnd(enrollee);
  const { history, completions } = enrollee;
  const shutBy = history.pauses.some((pause) => pause.running)
    ? ("pause" as const)
    : history.suspensions.some((suspension) => suspension.running)
      ? ("suspension" as const)
      : null;
  const accessState = stateAt(now, start.from, end.until, shutBy !== null);

  return {
    id: enrollment.id,
    access: {
      from: start.from,
      knownFrom: start.knownFrom,
      until: end.until,
      state: accessState,
      untilWaitsFor: end.waitsFor,
      shutBy,
      fromWhy: start.why,
      untilWhy: end.why,
    },
    progress: completions.progress,
    completedAt: completions.course,
    items: items.map((item, number): TimelineItem => {
      const { opens, notBefore, waitsFor, why } = openings[number] as Opening;
      const { closes, why: closesWhy } = closingOf(
        enrollee,
        item,
        items[item.module] ?? null,
        end.until,
      );
      const dueWhy = item.due && momentFor(enrollee, item.due, "due", item.id);
      return {
        id: item.id,
        kind: item.kind,
        opens,
        notBefore,
        closes,
        due: dueWhy?.instant ?? null,
        state: item.sample ? "open" : stateAt(now, opens, closes, accessState === "closed"),
        done: completions.done[number] ?? false,
        reachable: isReachable(opens, closes),
        waitsFor,
        why,
        closesWhy,
        dueWhy,
      };
    }),
  };
}
