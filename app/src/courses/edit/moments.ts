/** A gate's moments as an author chooses them: an anchor of a few, an amount, a unit. */
import type { PlanMoment } from "@dawngate/core/plan";

/** What one can count from here; each needs what stands beside it. */
export const ANCHORS = [
  { from: "enrolled", label: "after enrolling", counts: true },
  { from: "started", label: "after the first lesson", counts: true },
  { from: "cohort-start", label: "after the cohort starts", counts: true },
  { from: "opened", label: "after another opens", counts: true, needs: "item" },
  { from: "date", label: "on a date", counts: false, needs: "date" },
  { from: "completed", label: "after finishing", counts: true, needs: "item" },
  { from: "passed", label: "after passing", counts: true, needs: "item" },
  { from: "staff", label: "by hand", counts: false },
] as const;

export type AnchorName = (typeof ANCHORS)[number]["from"];

export const UNITS = [
  { unit: "D", label: "days" },
  { unit: "W", label: "weeks" },
  { unit: "M", label: "months" },
] as const;

export type Unit = (typeof UNITS)[number]["unit"];

/** The amount and unit of an offset that is made of one unit; null where it is of another make. */
export function readAmount(add: string | undefined): { amount: number; unit: Unit } | null {
  if (add === undefined) return { amount: 0, unit: "D" };
  const found = /^P(\d{1,4})([DWM])$/.exec(add);
  return found ? { amount: Number(found[1]), unit: found[2] as Unit } : null;
}

/** A moment counted from another anchor, with its amount kept where the anchor takes one. */
export function withAnchor(
  moment: PlanMoment | null,
  from: AnchorName,
  item: string,
  today: string,
): PlanMoment {
  const kept =
    moment && moment.from !== "staff" && moment.add !== undefined ? { add: moment.add } : {};
  switch (from) {
    case "staff":
      return { from };
    case "date":
      return { from, date: moment?.from === "date" ? moment.date : today };
    case "opened":
      return { from, item, ...(Object.keys(kept).length > 0 ? kept : { add: "P7D" }) };
    case "completed":
    case "passed":
      return { from, item };
    default:
      return { from, ...(Object.keys(kept).length > 0 ? kept : { add: "P7D" }) };
  }
}

/** The same moment with another amount; none for nothing. */
export function withAmount(moment: PlanMoment, amount: number, unit: Unit): PlanMoment {
  if (moment.from === "staff") return moment;
  const { add: _add, ...rest } = moment;
  return amount === 0 && (moment.from === "completed" || moment.from === "passed")
    ? (rest as PlanMoment)
    : ({ ...rest, add: `P${amount}${unit}` } as PlanMoment);
}

/** The same moment, moved to some weekdays; none for every day. */
export function withWeekdays(moment: PlanMoment, weekdays: number[]): PlanMoment {
  if (moment.from === "staff") return moment;
  const { weekdays: _weekdays, ...rest } = moment;
  return (weekdays.length === 0 ? rest : { ...rest, weekdays: [...weekdays].sort() }) as PlanMoment;
}
