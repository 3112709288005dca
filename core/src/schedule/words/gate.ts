/** A gate as a short phrase, before anybody's dates: "7 days after enrolling, moved to a Friday". */
import type { PlanGate, PlanMoment } from "../../plan";
import { momentParts } from "./moment-parts";
import { listed } from "./speaker";

/** What holds an item shut; "at once" where nothing does. */
export function sayGate(gate: PlanGate | null, titleOf: (item: string) => string): string {
  if (!gate || gate.when.length === 0) return "at once";
  const parts = gate.when.map((moment) => sayPlannedMoment(moment, titleOf));
  return listed(parts, gate.need === "all" ? "and" : "or");
}

/** One moment of a plan. */
export function sayPlannedMoment(moment: PlanMoment, titleOf: (item: string) => string): string {
  return momentParts(moment, titleOf)
    .map(({ text }) => text)
    .join("");
}
