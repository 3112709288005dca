/** How somebody stands in a course, in words, and the mark beside them. */
import type { RosterPerson } from "@dawngate/contract/roster";
import { ENDING_DAYS, QUIET_DAYS } from "@dawngate/core/enrollment/needs";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { formatDate, type Instant, localDateAt, type Zone } from "@dawngate/core/time";
import type { Mark } from "../../ui/sun-mark";

/** What one narrows the roster to, in the order in which it is offered. */
export const STANDING_NAMES = [
  ["open", "In the course"],
  ["scheduled", "Not begun"],
  ["waiting", "Wait for payment"],
  ["paused", "Paused"],
  ["suspended", "Suspended"],
  ["ended", "Ended"],
  ["finished", "Finished"],
  ["late", "Late"],
  ["quiet", `Not here for ${QUIET_DAYS} days`],
  ["ending", `Ends within ${ENDING_DAYS} days`],
] as const;

export function markOf({ standing, finishedAt }: RosterPerson): Mark {
  if (finishedAt !== null) return "done";
  if (standing === "open" || standing === "scheduled" || standing === "waiting") return standing;
  return standing === "unknown" ? "waiting" : "closed";
}

/** A day without its time; with its year where that is not this one. */
export function sayDay(at: string | null, zone: Zone): string {
  if (at === null) return "";
  const now = formatDate(localDateAt(zone, Date.now() as Instant));
  const then = formatDate(localDateAt(zone, Date.parse(at) as Instant));
  return sayWrittenDate(then, then.slice(0, 4) !== now.slice(0, 4));
}

/** The last day of access: its end is an instant, often a midnight, at which it has ended. */
export const sayLastDay = (until: string, zone: Zone) =>
  sayDay(new Date(Date.parse(until) - 1).toISOString(), zone);

export function sayStanding(person: RosterPerson, zone: Zone): string {
  const { standing, finishedAt, from, until } = person;
  const finished = finishedAt === null ? "" : `Finished ${sayDay(finishedAt, zone)}`;
  switch (standing) {
    case "open":
      return finished || "In the course";
    case "scheduled":
      return `Begins ${sayDay(from, zone)}`;
    case "waiting":
      return "Waits for payment";
    case "paused":
      return "Paused";
    case "suspended":
      return "Suspended";
    case "ended":
      return finished
        ? `${finished}, ended`
        : until === null
          ? "Ended"
          : `Ended ${sayLastDay(until, zone)}`;
    default:
      return "Being worked out";
  }
}
