/** Modules and lessons that only some cohorts have: that nobody has, or that others wait for. */
import { setItem } from "../../courses";
import { isFor, type PlanItem, type PlanModule } from "../../plan";
import { quoted } from "../../schedule/words";
import { type Look, publishedModules, withoutMoment } from "../look";
import type { Finding, Mend } from "../snag";

export function forCohorts(look: Look, called: (cohort: string) => string): Finding[] {
  const modules = publishedModules(look.course);
  const held = new Map(
    modules.flatMap((module): [string, Held][] => [
      [module.id, { item: module, module: null }],
      ...module.lessons.map((item): [string, Held] => [item.id, { item, module }]),
    ]),
  );
  return [...held.values()].flatMap((one) => [
    ...nobodyHas(one, look.known),
    ...waitsForOthers(one, held, look.known, called),
  ]);
}

interface Held {
  item: PlanItem;
  /** A lesson's. */
  module: PlanModule | null;
}

const has = ({ item, module }: Held, cohort: string | null) =>
  isFor(item, cohort) && (module === null || isFor(module, cohort));

/** Its cohorts are gone, or its module is for others. */
function nobodyHas(held: Held, known: ReadonlySet<string>): Finding[] {
  const { item, module } = held;
  const { cohorts } = item;
  if (cohorts == null || [...known].some((cohort) => has(held, cohort))) return [];
  const gone = !cohorts.some((cohort) => known.has(cohort));
  return [
    {
      weight: "likely",
      item: item.id,
      cohort: null,
      reason: gone
        ? `${quoted(item.title)} is for cohorts that are gone, so nobody has it.`
        : `${quoted(item.title)} is for other cohorts than ${quoted(module?.title ?? "")}, in which it stands, so nobody has it.`,
      mends: [
        {
          label: "For everybody",
          operations: [setItem(item, { cohorts: null })],
        },
      ],
      about: [cohorts, module?.cohorts ?? null],
    },
  ];
}

/** Whoever has it, and not what it waits for, waits for ever. */
function waitsForOthers(
  one: Held,
  held: ReadonlyMap<string, Held>,
  known: ReadonlySet<string>,
  called: (cohort: string) => string,
): Finding[] {
  const { item } = one;
  const { gate } = item;
  // Those of no cohort as well.
  const all: readonly (string | null)[] = [null, ...known];
  return (gate?.when ?? []).flatMap((moment, i): Finding[] => {
    const target = "item" in moment ? held.get(moment.item ?? "") : undefined;
    if (!gate || !target) return [];
    const without = all.filter((cohort) => has(one, cohort) && !has(target, cohort));
    if (without.length === 0) return [];
    const theirs = [...known].filter((cohort) => has(target, cohort));
    const named = theirs.length === 1 ? called(theirs[0] as string) : `${theirs.length} cohorts`;
    const whom = without.includes(null)
      ? "for everybody else"
      : without.length === 1
        ? `for ${called(without[0] as string)}`
        : `for ${without.length} other cohorts`;
    const same: Mend[] =
      theirs.length === 0
        ? []
        : [
            {
              label: "Only for the same",
              operations: [setItem(item, { cohorts: theirs })],
            },
          ];
    return [
      {
        weight: gate.need === "any" && gate.when.length > 1 ? "look" : "likely",
        item: item.id,
        cohort: null,
        reason: `${quoted(item.title)} waits for ${quoted(target.item.title)}, which only ${named} ${theirs.length === 1 ? "has" : "have"}: ${whom} it never opens.`,
        mends: [...same, withoutMoment(item, gate, i)],
        about: [
          moment,
          item.cohorts ?? null,
          target.item.cohorts ?? null,
          target.module?.cohorts ?? null,
        ],
      },
    ];
  });
}
