/** What differs between two versions, in words. */
import type { PlanCourse, PlanGate, PlanMoment } from "@dawngate/core/plan";
import type { FieldChange } from "@dawngate/core/review";
import { listed, sayGate, sayPlannedMoment, sayWrittenDate } from "@dawngate/core/schedule/words";
import { sayForCohorts } from "../courses/edit/say-for-cohorts";

type TitleOf = (id: string) => string;

const NAMES: Record<string, string> = {
  title: "Title",
  clock: "Clock",
  releaseHour: "Release hour",
  counting: "Counting",
  order: "Order",
  opensOn: "Opens on",
  window: "Enrollment window",
  validity: "Validity",
  visible: "Visible",
  cohorts: "Who has it",
  gate: "Gate",
  closes: "Closes",
  due: "Due",
  kind: "Kind",
  holdsNext: "Holds what follows",
  sample: "Sample",
  required: "Required",
  minutes: "Length",
};

export const sayFieldName = (field: string) => NAMES[field] ?? field;

/** A field's value as one reads it. */
export function sayFieldValue({ field }: FieldChange, value: unknown, titleOf: TitleOf): string {
  if (field === "cohorts") return sayForCohorts(value as string[] | null) ?? "everybody";
  if (field === "gate") return sayGate(value as PlanGate | null, titleOf);
  if (field === "validity") {
    const moments = value as PlanMoment[];
    return moments.length === 0
      ? "for ever"
      : `until ${listed(moments.map((one) => sayPlannedMoment(one, titleOf)))}`;
  }
  if (value === null) return field === "closes" || field === "due" ? "never" : "none";
  if (field === "closes" || field === "due") return sayPlannedMoment(value as PlanMoment, titleOf);
  if (field === "opensOn") return sayWrittenDate(value as string);
  if (field === "window") {
    const { opens, closes } = value as NonNullable<PlanCourse["window"]>;
    return `${sayWrittenDate(opens)} through ${sayWrittenDate(closes)}`;
  }
  if (field === "minutes") return `${value} min`;
  if (field === "order") return value === "in-order" ? "in order" : "free";
  if (field === "clock") return `the ${value}'s`;
  if (typeof value === "boolean") return value ? "yes" : "no";
  return String(value);
}
