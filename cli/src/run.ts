/** The commands of `dawngate`, as a function of their words: nothing is printed before all is worked out. */

import { bundleCommand } from "./bundle";
import { incomeCommand } from "./income";
import { noticesCommand } from "./notices";
import { orderCommand } from "./order";
import { type Outcome, WordsError } from "./outcome";
import { quoteCommand } from "./quote";
import { refundCommand } from "./refund";
import { rippleCommand } from "./ripple";
import { analysisCommand, scoreCommand } from "./score";
import { snagsCommand } from "./snags";
import { taxCommand } from "./tax";
import { timelineCommand } from "./timeline";

const USAGE = `dawngate timeline --plan FILE --at INSTANT [--format json|csv|ics|text] [--enrollment ID]
                  [--gate "ITEM=14 days after enrolling"]
dawngate snags --plan FILE [--at INSTANT]
dawngate ripple --before FILE --after FILE --at INSTANT
dawngate quote --listing FILE --at INSTANT [--option ID] [--seats N] [--code C ...] [--holds COURSE ...]
dawngate order --order FILE --at INSTANT
dawngate refund --order FILE --at INSTANT [--policy terms|withdrawal|full|unused|amount] [--amount N]
                [--course ID] [--seats N] [--access ends|stays]
dawngate income --orders FILE --from YYYY-MM --to YYYY-MM
dawngate score --quiz FILE --at INSTANT
dawngate analysis --quiz FILE
dawngate notices --plan FILE --settings FILE --from INSTANT --to INSTANT [--sent FILE]
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

/** Every command by its name. */
const COMMANDS: Readonly<Record<string, (words: readonly string[]) => Promise<Outcome>>> = {
  timeline: timelineCommand,
  snags: snagsCommand,
  ripple: rippleCommand,
  quote: quoteCommand,
  order: orderCommand,
  refund: refundCommand,
  income: incomeCommand,
  bundle: bundleCommand,
  notices: noticesCommand,
  score: scoreCommand,
  analysis: analysisCommand,
  tax: taxCommand,
  // With its libraries, which the others do not need.
  bench: async (words) => (await import("./bench")).benchCommand(words),
};
const NAMES = Object.keys(COMMANDS).join(", ");

/** Runs a command. */
export async function run(words: readonly string[]): Promise<Outcome> {
  const [command, ...rest] = words;
  try {
    if (command === undefined) throw new WordsError(`Say which command: ${NAMES}`);
    if (command === "help" || command === "--help" || command === "-h")
      return { code: 0, output: USAGE, errors: "" };
    const found = Object.hasOwn(COMMANDS, command) ? COMMANDS[command] : undefined;
    if (!found) throw new WordsError(`There is no command "${command}"; there are: ${NAMES}`);
    return await found(rest);
  } catch (error) {
    if (error instanceof WordsError)
      return { code: 2, output: "", errors: `dawngate: ${error.message}\n\n${USAGE}` };
    throw error;
  }
}
