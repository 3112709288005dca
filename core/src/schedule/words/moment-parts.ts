/** A planned moment as the parts of its sentence: what one can press, and the words between. */
import type { PlanMoment } from "../../plan";
import { sayPart } from "./anchor";
import { sayWeekdays, sayWrittenDate, sayZone } from "./dates";
import { goesBack, sayOffset } from "./offset";
import { quoted } from "./speaker";

type TitleOf = (item: string) => string;

/** What of a moment a part of its sentence stands for. */
export type PartKind = "amount" | "anchor" | "days" | "at" | "edge" | "zone";

export interface Part {
  /** Null: words between. */
  kind: PartKind | null;
  text: string;
}

/** The sentence of a moment in parts; joined, they are the sentence. */
export function momentParts(moment: PlanMoment, titleOf: TitleOf): Part[] {
  if (moment.from === "staff") return [{ kind: "anchor", text: "by hand" }];
  const parts = countParts(moment, titleOf);
  const add = (kind: PartKind, before: string, text: string) =>
    parts.push({ kind: null, text: before }, { kind, text });
  const days = sayDays(moment);
  if (days) add("days", ", moved to ", days);
  if (moment.at !== undefined) add("at", ", at ", moment.at);
  if (moment.edge === "end") add("edge", ", ", "to the end of that day");
  if (moment.zone === "enrollee") add("zone", ", ", "in their own zone");
  else if (moment.zone === "school") add("zone", ", ", "in the school's zone");
  else if (moment.zone !== undefined) add("zone", ", ", `${sayZone(moment.zone)} time`);
  return parts;
}

type Counted = Exclude<PlanMoment, { from: "staff" }>;

function countParts(moment: Counted, titleOf: TitleOf): Part[] {
  const add = moment.add !== undefined && /[1-9]/.test(moment.add) ? moment.add : null;
  if (add === null) return [{ kind: "anchor", text: AT[moment.from](moment as never, titleOf) }];
  return [
    { kind: "amount", text: sayOffset(add) },
    { kind: null, text: goesBack(add) ? " before " : " after " },
    { kind: "anchor", text: AROUND[moment.from](moment as never, titleOf) },
  ];
}

type Sayer = {
  [F in Counted["from"]]: (moment: Extract<Counted, { from: F }>, titleOf: TitleOf) => string;
};

/** After "7 days after". */
const AROUND: Sayer = {
  enrolled: () => "enrolling",
  paid: ({ part }) => sayPart(part),
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
  paid: ({ part }) => `with ${sayPart(part)}`,
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

function sayDays({ weekdays, workdays }: Counted): string | null {
  const days = weekdays ? sayWeekdays([...weekdays].sort((a, b) => a - b)) : null;
  if (days) return workdays ? `a ${days} that is a workday` : `a ${days}`;
  return workdays ? "a workday" : null;
}
