/** `dawngate ripple`: what a change from one plan to another does to the people in the first. */
import { type Ripple, ripple } from "@dawngate/core/review";
import { formatInstant, type Instant, parseInstant } from "@dawngate/core/time";
import { readOptions } from "./options";
import { type Outcome, WordsError } from "./outcome";
import { readPlan } from "./plan";

export async function rippleCommand(words: readonly string[]): Promise<Outcome> {
  const options = readOptions(words, ["before", "after", "at"]);
  const [before, after, atText] = [options.get("before"), options.get("after"), options.get("at")];
  if (before === undefined || after === undefined)
    throw new WordsError("Say which plans: --before FILE --after FILE");
  if (before === "-" && after === "-")
    throw new WordsError("Standard input can be one of the two plans, not both");
  if (atText === undefined) throw new WordsError("Say at which instant: --at 2027-03-20T12:00:00Z");
  const at = parseInstant(atText);
  if (!at.ok) throw new WordsError(`--at: ${at.reason}`);
  const old = await readPlan(before);
  if (!old.ok) return old.outcome;
  const fresh = await readPlan(after);
  if (!fresh.ok) return fresh.outcome;
  const { enrollments } = old.plan;
  const found = (["everybody", "only-in-favor"] as const).map((way) =>
    ripple(old.plan, fresh.plan, enrollments, at.value, way),
  );
  const [everybody, inFavor] = found as [Ripple, Ripple];
  const output = {
    at: formatInstant(at.value),
    ...write(everybody),
    onlyInFavor: inFavor.totals,
  };
  return { code: 0, output: `${JSON.stringify(output, null, 2)}\n`, errors: "" };
}

function write({ totals, groups, people }: Ripple) {
  const text = (instant: Instant | null) => instant && formatInstant(instant);
  return {
    totals,
    groups: groups.map((group) => ({ enrollments: group.people, like: group.example.id })),
    people: people.map(({ moves, end, ...person }) => ({
      ...person,
      moves: moves.map((move) => ({ ...move, before: text(move.before), after: text(move.after) })),
      end: end && { before: text(end.before), after: text(end.after) },
    })),
  };
}
