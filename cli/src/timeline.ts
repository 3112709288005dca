/** `dawngate timeline`: for each enrollee, access and every item, at an instant. */
import type { Plan } from "@dawngate/core/plan";
import {
  timelines,
  timelinesToCsv,
  timelinesToIcs,
  timelinesToText,
  writeTimeline,
} from "@dawngate/core/schedule";
import { namesIn, readGate } from "@dawngate/core/schedule/language";
import { formatInstant, type Instant, parseInstant } from "@dawngate/core/time";
import { readOptions } from "./options";
import { type Outcome, WordsError } from "./outcome";
import { readPlan } from "./plan";

const FORMATS = ["json", "csv", "ics", "text"] as const;
type Format = (typeof FORMATS)[number];

export async function timelineCommand(words: readonly string[]): Promise<Outcome> {
  const options = readOptions(words, ["plan", "at", "format", "enrollment", "gate"]);
  const file = options.get("plan");
  const atText = options.get("at");
  const format = (options.get("format") ?? "json") as Format;
  if (file === undefined) throw new WordsError("Say which plan: --plan FILE");
  if (atText === undefined) throw new WordsError("Say at which instant: --at 2027-03-20T12:00:00Z");
  const at = parseInstant(atText);
  if (!at.ok) throw new WordsError(`--at: ${at.reason}`);
  if (!FORMATS.includes(format))
    throw new WordsError(`--format is one of ${FORMATS.join(", ")}, not "${format}"`);

  const read = await readPlan(file);
  if (!read.ok) return read.outcome;
  const { plan } = read;
  const enrollment = options.get("enrollment");
  if (enrollment !== undefined && !plan.enrollments.some(({ id }) => id === enrollment))
    throw new WordsError(`--enrollment: the plan has no enrollment "${enrollment}"`);
  const other = options.get("gate");
  const asked = other === undefined ? plan : withGate(plan, other);
  return { code: 0, output: answer(asked, at.value, format, enrollment), errors: "" };
}

/** The plan with another gate on an item, written as a sentence: `item=14 days after enrolling`. */
function withGate(plan: Plan, said: string): Plan {
  const [, item = "", sentence = ""] = /^([^=]*)=(.*)$/s.exec(said) ?? [];
  let found = false;
  const courses = plan.courses.map((course) => {
    const all = course.modules.flatMap((module) => [module, ...module.lessons]);
    if (!all.some(({ id }) => id === item)) return course;
    found = true;
    const read = readGate(sentence, namesIn(course));
    if (!read.ok) throw new WordsError(`--gate: ${read.reason} (at letter ${read.at + 1})`);
    const put = <T extends { id: string }>(row: T) =>
      row.id === item ? { ...row, gate: read.gate } : row;
    const modules = course.modules.map((module) => ({
      ...put(module),
      lessons: module.lessons.map(put),
    }));
    return { ...course, modules };
  });
  if (!found) throw new WordsError(`--gate: the plan has no module or lesson "${item}"`);
  return { ...plan, courses };
}

function answer(plan: Plan, at: Instant, format: Format, enrollment: string | undefined): string {
  const found = timelines(plan, at, ({ id }) => enrollment === undefined || id === enrollment);
  switch (format) {
    case "csv":
      return timelinesToCsv(plan, found);
    case "ics":
      return timelinesToIcs(plan, found, at);
    case "text":
      return timelinesToText(plan, found);
    case "json":
      return `${JSON.stringify({ at: formatInstant(at), enrollments: found.map(writeTimeline) }, null, 2)}\n`;
  }
}
