/** Items that wait for their own opening in a circle: publishing refuses them. */
import {
  courseForEverybody,
  type PlanCohort,
  type PlanCourse,
  type PlanGate,
  type PlanSchool,
} from "../plan";
import { prepareCourse } from "../schedule";

/** The identifiers of items whose gate counts from an opening that leads back to them. */
export function circularItems(
  school: PlanSchool,
  course: PlanCourse,
  cohort: PlanCohort | null = null,
): string[] {
  // For all at once: a circle among what one cohort has is one.
  return prepareCourse(school, courseForEverybody(course), cohort)
    .items.filter(({ gate }) => gate?.when.some(({ circular }) => circular))
    .map(({ id }) => id);
}

/**
 * The circle that a gate would close: the items from the one it stands on back to it, each waiting for the opening of
 * the next; null where it closes none. A lesson waits for its module's opening too.
 */
export function circleThrough(
  course: PlanCourse,
  item: string,
  gate: PlanGate | null,
): string[] | null {
  const waits = new Map<string, string[]>();
  for (const module of course.modules) {
    waits.set(module.id, openedBy(module.gate));
    for (const lesson of module.lessons)
      waits.set(lesson.id, [module.id, ...openedBy(lesson.gate)]);
  }
  const module = course.modules.find(({ lessons }) => lessons.some(({ id }) => id === item));
  waits.set(item, [...(module ? [module.id] : []), ...openedBy(gate)]);
  // Breadth first: the shortest circle says it best.
  const cameFrom = new Map<string, string>();
  const open = openedBy(gate);
  for (const first of open) cameFrom.set(first, item);
  for (let at = open.shift(); at !== undefined; at = open.shift()) {
    if (at === item) {
      const path = [item];
      for (
        let back = cameFrom.get(item);
        back !== undefined && back !== item;
        back = cameFrom.get(back)
      )
        path.unshift(back);
      return [item, ...path];
    }
    for (const next of waits.get(at) ?? [])
      if (!cameFrom.has(next)) {
        cameFrom.set(next, at);
        open.push(next);
      }
  }
  return null;
}

function openedBy(gate: PlanGate | null): string[] {
  return gate?.when.flatMap((moment) => (moment.from === "opened" ? [moment.item] : [])) ?? [];
}
