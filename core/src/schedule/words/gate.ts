/** A gate as a short phrase, before anybody's dates: "7 days after enrolling, moved to a Friday". */
import type { PlanGate, PlanMoment } from "../../plan";
import { sayWeekdays, sayWrittenDate, sayZone } from "./dates";
import { goesBack, sayOffset } from "./offset";
import { listed, quoted } from "./speaker";

type TitleOf = (item: string) => string;

/** What holds an item shut; "at once" where nothing does. */
export function sayGate(gate: PlanGate | null, titleOf: TitleOf): string {
  if (!gate || gate.when.length === 0) return "at once";
  const parts = gate.when.map((moment) => sayPlannedMoment(moment, titleOf));
  return listed(parts, gate.need === "all" ? "and" : "or");
}

/** One moment of a plan. */
export function sayPlannedMoment(moment: PlanMoment, titleOf: TitleOf): string {
  if (moment.from === "staff") return "by hand";
  const parts = [sayCount(moment, titleOf)];
  const aligned = sayAlignment(moment);
  if (aligned) parts.push(`moved to ${aligned}`);
  if (moment.at !== undefined) parts.push(`at ${moment.at}`);
  if (moment.edge === "end") parts.push("to the end of that day");
  if (moment.zone === "enrollee") parts.push("in their own zone");
  else if (moment.zone === "school") parts.push("in the school's zone");
  else if (moment.zone !== undefined) parts.push(`${sayZone(moment.zone)} time`);
  return parts.join(", ");
}

type Counted = Exclude<PlanMoment, { from: "staff" }>;

function sayCount(moment: Counted, titleOf: TitleOf): string {
  const add = moment.add !== undefined && /[1-9]/.test(moment.add) ? moment.add : null;
  if (add === null) return AT[moment.from](moment as never, titleOf);
  const way = goesBack(add) ? "before" : "after";
  return `${sayOffset(add)} ${way} ${AROUND[moment.from](moment as never, titleOf)}`;
}

type Sayer = {
  [F in Counted["from"]]: (moment: Extract<Counted, { from: F }>, titleOf: TitleOf) => string;
};

/** After "7 days after". */
const AROUND: Sayer = {
  enrolled: () => "enrolling",
  paid: () => "the first payment",
  started: () => "the first lesson is opened",
  access: () => "access begins",
  opened: ({ item }, titleOf) => `${quoted(titleOf(item))} opens`,
  completed: ({ item }, titleOf) => `finishing ${quoted(titleOf(item))}`,
  passed: ({ item }, titleOf) => `passing ${quoted(titleOf(item))}`,
  signal: ({ name }) => `${quoted(name)} is reported`,
  date: ({ date }) => sayWrittenDate(date),
  "cohort-start": () => "the cohort's first day",
  "cohort-end": () => "the cohort's last day",
};

/** Without an offset. */
const AT: Sayer = {
  ...AROUND,
  enrolled: () => "on enrolling",
  paid: () => "with the first payment",
  started: () => "when the first lesson is opened",
  access: () => "when access begins",
  opened: (moment, titleOf) => `when ${AROUND.opened(moment, titleOf)}`,
  completed: (moment, titleOf) => `after ${AROUND.completed(moment, titleOf)}`,
  passed: (moment, titleOf) => `after ${AROUND.passed(moment, titleOf)}`,
  signal: (moment, titleOf) => `when ${AROUND.signal(moment, titleOf)}`,
  date: ({ date }) => `on ${sayWrittenDate(date)}`,
  "cohort-start": () => "on the cohort's first day",
  "cohort-end": () => "on the cohort's last day",
};

function sayAlignment({ weekdays, workdays }: Counted): string | null {
  const days = weekdays ? sayWeekdays([...weekdays].sort((a, b) => a - b)) : null;
  if (days) return workdays ? `a ${days} that is a workday` : `a ${days}`;
  return workdays ? "a workday" : null;
}
