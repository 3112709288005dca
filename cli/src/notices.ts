/** `dawngate notices`: who is told what between two instants, and what was told and would now be wrong. */
import {
  noticesBetween,
  parseSent,
  parseSettings,
  writeNotice,
  writeWrong,
} from "@dawngate/core/notices";
import { formatInstant } from "@dawngate/core/time";
import { needed, neededInstant, readOptions } from "./options";
import { type Outcome, WordsError } from "./outcome";
import { readDocument, readPlan } from "./plan";

export async function noticesCommand(words: readonly string[]): Promise<Outcome> {
  const options = readOptions(words, ["plan", "settings", "from", "to", "sent"]);
  const planFile = needed(options, "plan", "Say which plan");
  const settingsFile = needed(options, "settings", "Say which settings");
  const from = neededInstant(options, "from");
  const to = neededInstant(options, "to");
  if (to < from) throw new WordsError("--to lies before --from");
  const plan = await readPlan(planFile);
  if (!plan.ok) return plan.outcome;
  const settings = await readDocument(settingsFile, "The settings", (value) =>
    parseSettings(value, plan.plan),
  );
  if (!settings.ok) return settings.outcome;
  const sentFile = options.get("sent");
  const sent =
    sentFile === undefined ? null : await readDocument(sentFile, "The sent list", parseSent);
  if (sent && !sent.ok) return sent.outcome;
  const { notices, wrong } = noticesBetween({
    plan: plan.plan,
    settings: settings.value,
    sent: sent ? sent.value : null,
    from,
    to,
  });
  const answer = {
    from: formatInstant(from),
    to: formatInstant(to),
    notices: notices.map(writeNotice),
    wrong: wrong.map(writeWrong),
  };
  return { code: 0, output: `${JSON.stringify(answer, null, 2)}\n`, errors: "" };
}
