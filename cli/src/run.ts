/** The commands of `dawngate`, as a function of their words: nothing is printed before all is worked out. */

import { bundleCommand } from "./bundle";
import { type Outcome, WordsError } from "./outcome";
import { quoteCommand } from "./quote";
import { rippleCommand } from "./ripple";
import { snagsCommand } from "./snags";
import { taxCommand } from "./tax";
import { timelineCommand } from "./timeline";

const USAGE = `dawngate timeline --plan FILE --at INSTANT [--format json|csv|ics|text] [--enrollment ID]
                  [--gate "ITEM=14 days after enrolling"]
dawngate snags --plan FILE [--at INSTANT]
dawngate ripple --before FILE --after FILE --at INSTANT
dawngate quote --listing FILE --at INSTANT [--option ID] [--seats N] [--code C ...] [--holds COURSE ...]
dawngate bundle --file FILE
dawngate tax --file FILE
dawngate bench [--enrollees N] [--lessons N] [--json]

  --plan FILE       the plan file; - reads standard input
  --at INSTANT      the instant to look at, in UTC: 2027-03-20T12:00:00Z; for snags, the day on which
                    somebody would enroll where no window says so (now, where it is left out)
  --format FORMAT   json (default), csv or ics
  --enrollment ID   only this enrollment

Exit 0: done. 1: the plan is refused, each fault a line "path: reason". 2: the call's words are off.
`;

/** Runs a command. */
export async function run(words: readonly string[]): Promise<Outcome> {
  const [command, ...rest] = words;
  try {
    switch (command) {
      case "timeline":
        return await timelineCommand(rest);
      case "snags":
        return await snagsCommand(rest);
      case "ripple":
        return await rippleCommand(rest);
      case "quote":
        return await quoteCommand(rest);
      case "bundle":
        return await bundleCommand(rest);
      case "tax":
        return await taxCommand(rest);
      case "bench":
        // With its libraries, which the others do not need.
        return await (await import("./bench")).benchCommand(rest);
      case "help":
      case "--help":
      case "-h":
        return { code: 0, output: USAGE, errors: "" };
      case undefined:
        throw new WordsError("Say which command: timeline, snags, ripple or bench");
      default:
        throw new WordsError(
          `There is no command "${command}"; there are: timeline, snags, ripple, bench`,
        );
    }
  } catch (error) {
    if (error instanceof WordsError)
      return { code: 2, output: "", errors: `dawngate: ${error.message}\n\n${USAGE}` };
    throw error;
  }
}
