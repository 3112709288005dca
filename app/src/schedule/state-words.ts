/** An item's state in words, and the mark that goes with it. */
import type { TimelineItemAnswer } from "@dawngate/contract/schedule";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import type { Zone } from "@dawngate/core/time";
import type { Mark } from "../ui/sun-mark";

/** Done counts where the item is open: what is closed cannot be entered, ticked or not. */
export function markOf({ state, done }: TimelineItemAnswer): Mark {
  return state === "open" && done ? "done" : state;
}

const WORDS: Record<Mark, string> = {
  waiting: "Waiting",
  scheduled: "Opens",
  open: "Open",
  done: "Done",
  closed: "Closed",
};

/** "Opens Fri 12 Mar, 07:00", "Open", "Waiting", "Closed", "Done". */
export function sayState(item: TimelineItemAnswer, zone: Zone): string {
  const mark = markOf(item);
  if (mark === "scheduled" && item.opens !== null)
    return `Opens ${sayWrittenInstant(item.opens, zone, false)}`;
  return item.done && mark === "closed" ? "Done, closed" : WORDS[mark];
}
