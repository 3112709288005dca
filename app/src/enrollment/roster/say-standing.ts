/** How somebody stands in a course, in words, and the mark beside them. */
import type { RosterPerson } from "@dawngate/contract";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import type { Zone } from "@dawngate/core/time";
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
] as const;

export function markOf({ standing, finishedAt }: RosterPerson): Mark {
  if (finishedAt !== null) return "done";
  if (standing === "open" || standing === "scheduled" || standing === "waiting") return standing;
  return standing === "unknown" ? "waiting" : "closed";
}

const day = (at: string | null, zone: Zone) =>
  at === null ? "" : sayWrittenInstant(at, zone, false).replace(/, \d\d:\d\d$/, "");

export function sayStanding(person: RosterPerson, zone: Zone): string {
  const { standing, finishedAt, from, until } = person;
  const finished = finishedAt === null ? "" : `Finished ${day(finishedAt, zone)}`;
  switch (standing) {
    case "open":
      return finished || "In the course";
    case "scheduled":
      return `Begins ${day(from, zone)}`;
    case "waiting":
      return "Waits for payment";
    case "paused":
      return "Paused";
    case "suspended":
      return "Suspended";
    case "ended":
      return finished ? `${finished}, ended` : `Ended ${day(until, zone)}`;
    default:
      return "Being worked out";
  }
}

/** The day without its time. */
export const sayDay = day;
