/** `dawngate snags`: what looks like a fault in a plan, the heaviest first, course by course. */
import { snagsOf } from "@dawngate/core/review";
import { type Instant, parseInstant } from "@dawngate/core/time";
import { readOptions } from "./options";
import { type Outcome, WordsError } from "./outcome";
import { readPlan } from "./plan";

export async function snagsCommand(words: readonly string[]): Promise<Outcome> {
  const options = readOptions(words, ["plan", "at"]);
  const file = options.get("plan");
  if (file === undefined) throw new WordsError("Say which plan: --plan FILE");
  const at = options.get("at");
  const now = at === undefined ? null : parseInstant(at);
  if (now && !now.ok) throw new WordsError(`--at: ${now.reason}`);
  const read = await readPlan(file);
  if (!read.ok) return read.outcome;
  const snags = snagsOf(read.plan, now?.value ?? (Date.now() as Instant)).map(
    ({ course, kind, weight, item, cohort, reason, mends, key }) => ({
      course,
      kind,
      weight,
      item,
      cohort,
      reason,
      mends: mends.map(({ label }) => label),
      key,
    }),
  );
  return { code: 0, output: `${JSON.stringify({ snags }, null, 2)}\n`, errors: "" };
}
