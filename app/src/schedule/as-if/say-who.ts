/** Whose dates they are, in words. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { sayWrittenDate, sayZone } from "@dawngate/core/schedule/words";
import type { SeenIn, Who } from "./as-if";

/** "somebody enrolling Fri 5 Mar 2027, 14:20 in Lisbon", or a name with the day of enrolling. */
export function sayWho(course: SeenIn, who: Who, timeline: TimelineAnswer | undefined): string {
  const into = (cohort: string | null) => {
    const name = course.cohorts.find(({ id }) => id === cohort)?.name;
    return name === undefined ? "" : ` into cohort ${name}`;
  };
  if (who.kind === "imagined")
    return `somebody enrolling ${sayWrittenDate(who.day)}, ${who.time}${into(who.cohort)}, ${sayZone(who.timeZone)}`;
  const person = timeline?.person;
  if (!person) return timeline ? who.enrollment : "…";
  const cohort = course.cohorts.find(({ id }) => id === person.cohort)?.name ?? person.cohort;
  return `${person.name}, ${sayZone(timeline.timeZone)}${cohort === null ? "" : `, cohort ${cohort}`}`;
}
