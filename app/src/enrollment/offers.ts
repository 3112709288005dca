/** What staff are offered to do, by the kinds of events it leads to: words and questions are the kinds' own. */
import type { StaffAct } from "@dawngate/contract/enrollment";
import { OFFERED } from "@dawngate/core/enrollment";

/** An act before its reason is given. */
export type Wanted = StaffAct extends infer Act
  ? Act extends { reason: string }
    ? Omit<Act, "reason">
    : never
  : never;

export interface Offer {
  label: string;
  act: Wanted;
  /** What else has to be said. */
  asks?: "days" | "date" | "cohort" | "item" | undefined;
}

/** What an act holds before anything is said. */
const EMPTY = {
  days: { add: "P14D" },
  date: { through: "" },
  cohort: { cohort: null },
  item: { item: "" },
};

/** An act as it is offered; `item`: the module or lesson that is meant, so that none is asked for. */
export function offerOf(
  type: Wanted["type"],
  { label, item }: { label?: string; item?: string } = {},
): Offer {
  const found = OFFERED.find((one) => one.type === type);
  const asks = item === undefined ? found?.asks : undefined;
  return {
    label: label ?? found?.offer ?? type,
    act: { type, ...(asks && EMPTY[asks]), ...(item !== undefined && { item }) } as Wanted,
    asks,
  };
}
