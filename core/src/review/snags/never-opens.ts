/** Conditions that can never come: a circle, something hidden or gone, its own end, what it holds shut itself. */
import { setItem } from "../../courses";
import {
  courseForEverybody,
  itemsOf,
  type PlanCourse,
  type PlanItem,
  type PlanMoment,
} from "../../plan";
import { prepareCourse } from "../../schedule";
import { quoted } from "../../schedule/words";
import { type Look, publishedModules, withoutMoment } from "../look";
import type { Finding, Mend, Weight } from "../snag";

interface Fault {
  weight: Weight;
  reason: string;
  mends: Mend[];
}

export function neverOpens(look: Look): Finding[] {
  const circular = circularIn(look);
  return itemsOf({ modules: publishedModules(look.course) }).flatMap((item) => {
    const { gate } = item;
    return (gate?.when ?? []).flatMap((moment, i): Finding[] => {
      const fault = faultOf(look, item, moment, circular.get(item.id)?.has(i) ?? false);
      if (!gate || !fault) return [];
      // Where any condition is enough, the others still open it.
      const weight = gate.need === "any" && gate.when.length > 1 ? "look" : fault.weight;
      const mends = [...fault.mends, withoutMoment(item, gate, i)];
      return [
        {
          item: item.id,
          cohort: null,
          weight,
          reason: fault.reason,
          mends,
          about: [moment, fault.reason],
        },
      ];
    });
  });
}

function faultOf(look: Look, item: PlanItem, moment: PlanMoment, circular: boolean): Fault | null {
  const name = quoted(item.title);
  const never = (reason: string, weight: Weight = "stops", mends: Mend[] = []): Fault => ({
    weight,
    reason,
    mends,
  });
  if (circular && "item" in moment)
    return never(
      moment.item === item.id
        ? `${name} waits for its own opening, so it never opens.`
        : `${name} waits for ${quoted(look.titleOf(moment.item))}, which waits for ${name} in a circle, so neither opens.`,
    );
  if (moment.from === "cohort-start" || moment.from === "cohort-end")
    return look.cohorts.length > 0
      ? null
      : never(`${name} waits for a cohort, and the course has none.`, "likely");
  if (!("item" in moment)) return null;
  const target = itemsOf(look.course).find(({ id }) => id === moment.item);
  const on = quoted(look.titleOf(moment.item));
  if (!target) {
    if (moment.item === look.course.id)
      return never(`${name} waits for the end of the whole course, of which it is a part.`);
    return never(`${name} waits for something that is gone, so it never opens.`);
  }
  const shut = hiddenPart(look.course, target);
  if (shut)
    return never(
      `${name} waits for ${on}, which is not published, so it never opens.`,
      "stops",
      shut.map(publish),
    );
  if (moment.from === "opened") return null;
  const verb = moment.from === "passed" ? "passed" : "finished";
  if (target.id === item.id)
    return never(`${name} waits to be ${verb} itself, which nobody can while it is shut.`);
  if (isWithin(item, target) || isWithin(target, item))
    return never(
      `${name} waits for ${on}, and one stands in the other: it cannot be ${verb} while it is shut.`,
    );
  if (holds(look.course, item, target))
    return never(`${name} waits for ${on}, which opens only after ${name} is finished.`);
  if (
    moment.from === "passed" &&
    !("lessons" in target) &&
    !/^(quiz|assignment)$/.test(target.kind)
  )
    return never(
      `${name} waits for ${on} to be passed, and a ${target.kind} is not passed.`,
      "likely",
    );
  if (
    "lessons" in target &&
    target.lessons.every(({ required, visible }) => !required || visible !== "published")
  )
    return never(
      `${name} waits for ${on} to be ${verb}, and no lesson of it has to be done.`,
      "likely",
    );
  return null;
}

/** The moments of each gate that lead back to their own item. */
function circularIn({ school, course }: Look): Map<string, Set<number>> {
  // Whoever has all of it: a circle is one for them.
  const prepared = prepareCourse(school, courseForEverybody(course), null);
  return new Map(
    prepared.items.map(({ id, gate }) => [
      id,
      new Set((gate?.when ?? []).flatMap(({ circular }, i) => (circular ? [i] : []))),
    ]),
  );
}

/** What would have to be published for an item to be seen; null: it is. */
function hiddenPart(course: PlanCourse, item: PlanItem): PlanItem[] | null {
  const module = course.modules.find(({ lessons }) => lessons.some(({ id }) => id === item.id));
  const hidden = [item, ...(module ? [module] : [])].filter(
    ({ visible }) => visible !== "published",
  );
  return hidden.length === 0 ? null : hidden;
}

function publish(item: PlanItem): Mend {
  return {
    label: `Publish ${quoted(item.title)}`,
    operations: [setItem(item, { visible: "published" })],
  };
}

function isWithin(inner: PlanItem, outer: PlanItem): boolean {
  return "lessons" in outer && outer.lessons.some(({ id }) => id === inner.id);
}

/** Whether an item must be finished before a later one opens, by the order of the course. */
function holds(course: PlanCourse, item: PlanItem, later: PlanItem): boolean {
  if ("lessons" in item || !(item.holdsNext || (course.order === "in-order" && item.required)))
    return false;
  const order = itemsOf(course).map(({ id }) => id);
  // A module opens by its own gate; its last lesson can be finished only after what stands before it.
  return order.indexOf(later.id) > order.indexOf(item.id);
}
