/** A way in, in words. */
import type { WayInSet } from "@dawngate/contract/ways-in";
import type { Entry } from "@dawngate/core/enrollment";
import { sayWrittenDate } from "@dawngate/core/schedule/words";

/** How people come in, as a choice of it. */
export const ENTRY_WORDS: Record<Entry, string> = {
  anyone: "By themselves",
  code: "With a join code",
  approval: "When the school says yes",
  members: "As members",
  staff: "By the school's hand alone",
};

/** What follows from each. */
export const ENTRY_SAYS: Record<Entry, string> = {
  anyone: "Whoever comes to the page enrolls there.",
  code: "Whoever has a join code, or its link, enrolls with it.",
  approval: "People ask, the school decides, and they are written to either way.",
  members: "Whoever has a membership that it is in enrolls on the page; nobody else does.",
  staff: "Nobody enrolls on the page.",
};

/** "With a join code; not on the page; waitlist until Fri 5 Mar 2027". */
export function sayWayIn(way: WayInSet): string {
  const { entry, listed, domains, audience, needs, waitlist } = way;
  return [
    ENTRY_WORDS[entry],
    ...(listed ? [] : ["not on the page"]),
    ...(domains.length > 0 ? [`addresses of ${domains.join(", ")}`] : []),
    ...(audience.length > 0 ? ["by what own fields say"] : []),
    ...(needs.length > 0
      ? [needs.length === 1 ? "after another course" : `after ${needs.length} other courses`]
      : []),
    ...(waitlist === null
      ? []
      : [
          waitlist.until === null ? "waitlist" : `waitlist until ${sayWrittenDate(waitlist.until)}`,
        ]),
  ].join("; ");
}

/** "2 ask, 3 wait"; empty where nobody does. */
export function sayDoor({ asking, waiting }: Pick<WayInSet, "asking" | "waiting">): string {
  return [
    ...(asking > 0 ? [asking === 1 ? "1 asks" : `${asking} ask`] : []),
    ...(waiting > 0 ? [waiting === 1 ? "1 waits" : `${waiting} wait`] : []),
  ].join(", ");
}
