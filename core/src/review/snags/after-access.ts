/** Openings after the end of access, and a validity shorter than the schedule: for the first and the last who may enroll. */
import type { PlanMoment } from "../../plan";
import { quoted, sayEnd, sayInstant } from "../../schedule/words";
import { DAY, type Instant, localDateAt } from "../../time";
import { type Imagined, type Look, publishedModules, read } from "../look";
import type { Finding } from "../snag";

interface Late {
  who: Imagined;
  until: Instant;
  /** Items that open when access has ended, in outline order. */
  late: { id: string; title: string; opens: Instant }[];
}

/** For each imagined person whose access ends too early, what they miss. */
function lateFor(look: Look): Late[] {
  return look.imagined.flatMap((who) => {
    const { until } = who.timeline.access;
    if (until === null) return [];
    const late = publishedModules(look.course).flatMap((module) => {
      const own = who.items.get(module.id)?.opens ?? null;
      // Where a whole module comes too late, its lessons need not be named.
      const rows = own !== null && own >= until ? [module] : [module, ...module.lessons];
      return rows.flatMap(({ id, title }) => {
        const item = who.items.get(id);
        const opens = item?.opens ?? null;
        return opens !== null && opens >= until ? [{ id, title, opens }] : [];
      });
    });
    return late.length === 0 ? [] : [{ who, until, late }];
  });
}

/** Whether it is the course's own validity, and not a cohort's end, that ends access first. */
function endsByValidity(look: Look, { who, until }: Late): boolean {
  const { cohort } = who;
  if (look.course.validity.length === 0) return false;
  if (cohort === null || cohort.grace === null) return true;
  const last = localDateAt(look.zone, (until - 1) as Instant);
  return last < read(cohort.ends) + cohort.grace;
}

export function afterAccess(look: Look): Finding[] {
  const seen = new Set<string>();
  return lateFor(look)
    .filter((late) => !endsByValidity(look, late))
    .flatMap(({ who, until, late }) =>
      late.flatMap(({ id, title, opens }): Finding[] => {
        const name = `${id}@${who.cohort?.id}`;
        if (seen.has(name)) return [];
        seen.add(name);
        return [
          {
            weight: "likely",
            item: id,
            cohort: who.cohort?.id ?? null,
            reason: `${quoted(title)} opens ${sayInstant(opens, look.zone)}, after access has ended (${sayEnd(until, look.zone)}), for ${who.said}.`,
            mends: [],
            about: [who.cohort?.ends, who.cohort?.grace, look.course.validity, opens - until],
          },
        ];
      }),
    );
}

export function shortValidity(look: Look): Finding[] {
  const [found] = lateFor(look).filter((late) => endsByValidity(look, late));
  const last = found?.late.toSorted((a, b) => b.opens - a.opens)[0];
  if (!found || !last) return [];
  const { who, until, late } = found;
  const from = who.timeline.access.from ?? until;
  // A week to use what opens last.
  const weeks = Math.ceil((last.opens - from) / (7 * DAY)) + 1;
  const [moment] = look.course.validity;
  const term: PlanMoment[] = [{ from: "enrolled", add: `P${weeks}W`, edge: "end" }];
  const simple = look.course.validity.length === 1 && moment?.from === "enrolled";
  return [
    {
      weight: "likely",
      item: null,
      cohort: null,
      reason: `The course is one's own until ${sayEnd(until, look.zone)} for ${who.said}, and ${quoted(last.title)} opens ${sayInstant(last.opens, look.zone)}${late.length > 1 ? `, like ${late.length - 1} more too late` : ""}.`,
      mends: [
        ...(simple
          ? [
              {
                label: `Make it ${weeks} weeks`,
                operations: [{ type: "set-course" as const, set: { validity: term as never } }],
              },
            ]
          : []),
        {
          label: "Make it for ever",
          operations: [{ type: "set-course" as const, set: { validity: [] } }],
        },
      ],
      about: [look.course.validity, last.opens - until],
    },
  ];
}
