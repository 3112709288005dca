/** A moment as an author changes it: one part at a time, so that whatever comes of it is a moment that a plan takes. */
import { momentSchema, type PlanMoment } from "@dawngate/core/plan";

type Counted = Exclude<PlanMoment, { from: "staff" }>;

/** What one can count from. */
export const ANCHORS = [
  { from: "enrolled", label: "enrolling" },
  { from: "opened", label: "another opens" },
  { from: "date", label: "a date" },
  { from: "completed", label: "finishing" },
  { from: "passed", label: "passing" },
  { from: "started", label: "the first lesson opened" },
  { from: "paid", label: "a payment" },
  { from: "access", label: "access begins" },
  { from: "cohort-start", label: "the cohort's first day" },
  { from: "cohort-end", label: "the cohort's last day" },
  { from: "signal", label: "a report from outside" },
  { from: "staff", label: "by hand" },
] as const;

export type AnchorName = (typeof ANCHORS)[number]["from"];

/** All units of an offset; hours and minutes are exact and go with no day and no time of day. */
export const ALL_UNITS = [
  { unit: "D", label: "days" },
  { unit: "W", label: "weeks" },
  { unit: "M", label: "months" },
  { unit: "Y", label: "years" },
  { unit: "TH", label: "hours" },
  { unit: "TM", label: "minutes" },
] as const;
export type AnyUnit = (typeof ALL_UNITS)[number]["unit"];

export interface Amount {
  amount: number;
  unit: AnyUnit;
  back: boolean;
}

/** The amount of an offset that is made of one unit, either way; null for mixed ones. */
export function readAnyAmount(add: string | undefined): Amount | null {
  if (add === undefined) return { amount: 0, unit: "D", back: false };
  const found = /^(-)?P(?:(\d{1,5})([DWMY])|T(\d{1,6})([HM]))$/.exec(add);
  if (!found) return null;
  const [, sign, days, day, hours, hour] = found;
  return {
    amount: Number(days ?? hours),
    unit: (day ?? `T${hour}`) as AnyUnit,
    back: sign === "-",
  };
}

export function writeAmount({ amount, unit, back }: Amount): string {
  const body = unit.startsWith("T") ? `PT${amount}${unit[1]}` : `P${amount}${unit}`;
  return `${back && amount > 0 ? "-" : ""}${body}`;
}

/** A moment counted from another anchor, with its wait kept where the anchor takes one. */
export function withAnchor(
  moment: PlanMoment | null,
  from: AnchorName,
  item: string,
  today: string,
): PlanMoment {
  if (from === "staff") return { from };
  const kept = moment && moment.from !== "staff" ? alignment(moment) : {};
  const week = "add" in kept ? {} : { add: "P7D" };
  const own = moment && "item" in moment ? moment.item : item;
  switch (from) {
    case "date":
      return { from, date: moment?.from === "date" ? moment.date : today, ...without(kept, "add") };
    case "opened":
      return { from, item: own, ...week, ...kept };
    case "completed":
    case "passed":
      return { from, item: own, ...(moment === null ? {} : without(kept, "add")) };
    case "signal":
      return {
        from,
        name: moment?.from === "signal" ? moment.name : "outside",
        ...without(kept, "add"),
      };
    case "cohort-start":
    case "cohort-end":
    case "enrolled":
    case "paid":
    case "started":
    case "access":
      return { from, ...(moment === null || moment.from === "staff" ? week : {}), ...kept };
  }
}

function alignment({ add, at, weekdays, workdays, edge, zone }: Counted) {
  const all = { add, at, weekdays, workdays, edge, zone };
  return Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined)) as {
    add?: string;
  };
}

function without<T extends object>(parts: T, key: string): T {
  return Object.fromEntries(Object.entries(parts).filter(([name]) => name !== key)) as T;
}

/** The same moment with some parts changed; `undefined` takes a part away. What cannot stand beside it goes too. */
export function changed(
  moment: PlanMoment,
  parts: Partial<Pick<Counted, "add" | "at" | "weekdays" | "workdays" | "edge" | "zone">>,
): PlanMoment {
  if (moment.from === "staff") return moment;
  const next: Record<string, unknown> = { ...moment, ...parts };
  const exact = typeof next.add === "string" && next.add.includes("T");
  if (exact) for (const key of ["at", "weekdays", "workdays", "edge"]) delete next[key];
  for (const key of Object.keys(next))
    if (next[key] === undefined || next[key] === false) delete next[key];
  if (Array.isArray(next.weekdays) && next.weekdays.length === 0) delete next.weekdays;
  if (Array.isArray(next.weekdays)) next.weekdays = [...next.weekdays].sort();
  const read = momentSchema.safeParse(next);
  return read.success ? read.data : moment;
}

/** The same moment with another wait; none for nothing, where it may be left out. */
export function withAmount(
  moment: PlanMoment,
  amount: number,
  unit: AnyUnit,
  back = false,
): PlanMoment {
  return changed(moment, { add: amount === 0 ? undefined : writeAmount({ amount, unit, back }) });
}

/** The same moment, moved to some weekdays; none for every day. */
export function withWeekdays(moment: PlanMoment, weekdays: number[]): PlanMoment {
  return changed(moment, { weekdays: weekdays as never });
}
