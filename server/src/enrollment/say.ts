/** Why somebody cannot enroll, in sentences. */
import { DEFAULT_WORDS, type Words } from "@dawngate/core/courses/words";
import type { CodeFault, EnrollingFault } from "@dawngate/core/enrollment";
import { sayEnd, sayInstant } from "@dawngate/core/schedule/words";
import type { Zone } from "@dawngate/core/time";

const CODE_FAULTS: Record<CodeFault, string> = {
  unknown: "There is no such join code here; look at it again, or ask whoever gave it to you.",
  ended: "This join code has been ended; ask whoever gave it to you for another.",
  over: "This join code was for an earlier time; ask whoever gave it to you for another.",
  "used-up": "As many as this join code lets in are in; ask whoever gave it to you for another.",
  "other-address": "This join code is for other mail addresses; sign in with that of your work.",
};

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
    case "blocked":
      return `The school does not let you into this ${course}; write to it if you do not know why.`;
    case "other-address":
      return `This ${course} is for people whose mail address ends in ${either(fault.domains)}; sign in with such an address.`;
    case "other-answer":
      return `This ${course} is for people of whom “${fault.field}” says ${either(fault.says)}; ${
        fault.known
          ? "of you the school knows something else. Ask it to put that right, if it is wrong."
          : "of you the school does not know it yet. Ask it to write it down."
      }`;
    case "needs-course":
      return `Complete “${fault.title}” first; then this ${course} is open to you.`;
    case "not-yet":
      return `Enrolling begins ${sayInstant(fault.opens, zone)}; come back then.`;
    case "window-closed":
      return `Enrolling was possible until ${sayEnd(fault.closed, zone)}; ask the school for the next time.`;
    case "cohort-ended":
      return `This cohort ended with ${sayEnd(fault.ended, zone)}; choose another.`;
    case "needs-code":
      return "One comes in with a join code; type the one you were given.";
    case "code":
      return CODE_FAULTS[fault.fault];
    case "needs-approval":
      return "The school decides who comes in; ask it here.";
    case "asked":
      return "You have asked to come in; you are written to when it is decided.";
    case "refused":
      return "The school has not let you in; you can ask again.";
    case "needs-membership":
      return `This ${course} is for members; the memberships that open it stand on its page.`;
    case "by-staff":
      return "The school enrolls people here itself; write to it.";
    case "full":
      return fault.waitlist
        ? "Every seat is taken; join the waitlist, and you are written to when one comes free."
        : "Every seat is taken; choose another cohort, or ask the school.";
  }
}

/** "a", "a or b", "a, b or c". */
export function either(names: readonly string[]): string {
  const last = names.at(-1) ?? "";
  return names.length < 2 ? last : `${names.slice(0, -1).join(", ")} or ${last}`;
}
