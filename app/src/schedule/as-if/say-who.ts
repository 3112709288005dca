/** Whose dates they are, in words. */
import type { Course, TimelineAnswer } from "@dawngate/contract";
import { sayWrittenDate, sayZone } from "@dawngate/core/schedule/words";
import type { Who } from "./as-if";

/** "somebody enrolling Fri 5 Mar 2027, 14:20 in Lisbon", or a name with the day of enrolling. */
export function sayWho(course: Course, who: Who, timeline: TimelineAnswer | undefined): string {
  const into = (cohort: string | null) => {
    const name = course.cohorts.find(({ id }) => id === cohort)?.name;
    return name === undefined ? "" : ` into cohort ${name}`;
  };
  if (who.kind === "imagined")
    return `somebody enrolling ${sayWrittenDate(who.day)}, ${who.time}${into(who.cohort)}, ${sayZone(who.timeZone)}`;
  const person = course.people.find(({ enrollment }) => enrollment === who.enrollment);
  if (!person) return timeline ? who.enrollment : "…";
  return `${person.name}, ${sayZone(person.timeZone)}${person.cohort === null ? "" : `, cohort ${course.cohorts.find(({ id }) => id === person.cohort)?.name ?? person.cohort}`}`;
}
