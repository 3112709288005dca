/** A gate as a sentence that says all of it: what {@link readGate} reads back as the same gate. */
import type { PlanGate, PlanMoment } from "../../plan";
import { sayPart } from "../words/anchor";
import { sayWeekdays, sayWrittenDate } from "../words/dates";
import { sayOffset } from "../words/offset";
import type { Names } from "./names";

/**
 * @example writeGate(gate, names) // "14 days after enrolling, moved to a Monday, at 07:00; and after passing “Quiz”"
 */
export function writeGate(gate: PlanGate | null, names: Names): string {
  if (!gate || gate.when.length === 0) return "at once";
  const joint = gate.need === "all" ? "; and " : "; or ";
  return gate.when.map((moment) => writeMoment(moment, names)).join(joint);
}

/** One moment of it. */
export function writeMoment(moment: PlanMoment, names: Names): string {
  if (moment.from === "staff") return "by hand";
  const { add, weekdays, workdays, at, edge, zone } = moment;
  const counted =
    add === undefined
      ? at0(moment, names)
      : `${sayOffset(add)} ${add.startsWith("-") && /[1-9]/.test(add) ? "before" : "after"} ${around(moment, names)}`;
  const days = weekdays
    ? `a ${sayWeekdays([...weekdays].sort((a, b) => a - b))}${workdays ? " that is a workday" : ""}`
    : workdays
      ? "a workday"
      : null;
  return [
    counted,
    ...(days === null ? [] : [`moved to ${days}`]),
    ...(at === undefined ? [] : [`at ${at}`]),
    ...(edge === undefined ? [] : ["to the end of that day"]),
    ...(zone === undefined
      ? []
      : [
          zone === "school"
            ? "in the school's zone"
            : zone === "enrollee"
              ? "in their own zone"
              : `${zone} time`,
        ]),
  ].join(", ");
}

type Counted = Exclude<PlanMoment, { from: "staff" }>;

/** After an amount. */
function around(moment: Counted, { nameOf, lesson }: Names): string {
  switch (moment.from) {
    case "enrolled":
      return "enrolling";
    case "paid":
      return sayPart(moment.part);
    case "started":
      return `the first ${lesson} is opened`;
    case "access":
      return "access begins";
    case "opened":
      return `${nameOf(moment.item)} opens`;
    case "completed":
      return `finishing ${nameOf(moment.item)}`;
    case "passed":
      return `passing ${nameOf(moment.item)}`;
    case "signal":
      return `${JSON.stringify(moment.name)} is reported`;
    case "date":
      return sayWrittenDate(moment.date);
    case "cohort-start":
      return "the cohort's first day";
    case "cohort-end":
      return "the cohort's last day";
  }
}

/** Without an amount. */
function at0(moment: Counted, names: Names): string {
  const said = around(moment, names);
  switch (moment.from) {
    case "enrolled":
    case "date":
    case "cohort-start":
    case "cohort-end":
      return `on ${said}`;
    case "paid":
      return `with ${said}`;
    case "completed":
    case "passed":
      return `after ${said}`;
    default:
      return `when ${said}`;
  }
}
