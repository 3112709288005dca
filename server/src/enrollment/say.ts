/** Why somebody cannot enroll, in sentences. */
import { DEFAULT_WORDS, type Words } from "@dawngate/core/courses/words";
import type { EnrollingFault } from "@dawngate/core/enrollment";
import { sayEnd, sayInstant } from "@dawngate/core/schedule/words";
import type { Zone } from "@dawngate/core/time";

/** What is wrong and what one can do about it. */
export function sayFault(
  fault: EnrollingFault,
  zone: Zone,
  { course }: Pick<Words, "course"> = DEFAULT_WORDS,
): string {
  switch (fault.kind) {
    case "in-already":
      return `You are in this ${course} already; go on where you were.`;
    case "not-published":
      return `This ${course} is not published yet.`;
    case "archived":
      return `This ${course} takes nobody any more; ask the school what took its place.`;
    case "sold":
      return `This ${course} is bought; its price stands on its page.`;
    case "not-yet":
      return `Enrolling begins ${sayInstant(fault.opens, zone)}; come back then.`;
    case "window-closed":
      return `Enrolling was possible until ${sayEnd(fault.closed, zone)}; ask the school for the next time.`;
    case "cohort-ended":
      return `This cohort ended with ${sayEnd(fault.ended, zone)}; choose another.`;
    case "full":
      return "Every seat is taken; choose another cohort, or ask the school.";
  }
}
