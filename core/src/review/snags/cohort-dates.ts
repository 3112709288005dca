/** A cohort that starts while people may still enroll, or ends before its last opening. */
import { quoted, sayInstant, sayWrittenDate } from "../../schedule/words";
import { addDays, type Instant, startOfDay } from "../../time";
import { type Look, publishedModules, read } from "../look";
import type { Finding } from "../snag";

export function cohortDates(look: Look, called: (cohort: string) => string): Finding[] {
  return look.cohorts.flatMap((cohort): Finding[] => {
    const found: Finding[] = [];
    const base = { item: null, cohort: cohort.id, mends: [] };
    const { window, starts, ends } = cohort;
    const name = called(cohort.id).replace(/^./, (first) => first.toUpperCase());
    if (window && starts < window.closes)
      found.push({
        ...base,
        weight: "look",
        reason: `${name} starts ${sayWrittenDate(starts)}, while people may enroll until ${sayWrittenDate(window.closes)}: the last of them miss its beginning.`,
        about: [starts, window],
      });
    // Where the cohort's end ends access, what comes after it is said as such.
    if (cohort.grace !== null) return found;
    const end = startOfDay(look.zone, addDays(read(ends), 1));
    const late = look.imagined
      .filter((who) => who.cohort?.id === cohort.id)
      .flatMap(({ items }) =>
        publishedModules(look.course).flatMap((module) => {
          const opens = items.get(module.id)?.opens ?? null;
          return opens !== null && opens >= end ? [{ title: module.title, opens }] : [];
        }),
      )
      .sort((a, b) => b.opens - a.opens)[0];
    if (late)
      found.push({
        ...base,
        weight: "likely",
        reason: `${name} ends ${sayWrittenDate(ends)}, before ${quoted(late.title)} opens (${sayInstant(late.opens as Instant, look.zone)}).`,
        about: [ends, late.opens - end],
      });
    return found;
  });
}
