/** Rows that leave what they counted from: each moment is counted from its new name, or falls away. */
import type { PlanGate, PlanItem, PlanMoment } from "../plan";

/** A row whose gate, closing or due date lost a moment: what that was counted from. */
export interface Loosened {
  item: string;
  from: string;
}

/**
 * A row with its moments counted from what `nameOf` names: its gate, its closing and its due date. A moment counted from
 * something without a name falls away, and is told to `lost`.
 */
export function rebound<T extends Pick<PlanItem, "id" | "gate" | "closes" | "due">>(
  row: T,
  nameOf: (item: string) => string | undefined,
  lost: (one: Loosened) => void = () => undefined,
): T {
  const counted = (moment: PlanMoment): PlanMoment[] => {
    if (!("item" in moment) || moment.item === undefined) return [moment];
    const name = nameOf(moment.item);
    if (name !== undefined) return [{ ...moment, item: name }];
    lost({ item: row.id, from: moment.item });
    return [];
  };
  const one = (moment: PlanMoment | null) => (moment && counted(moment)[0]) ?? null;
  const gateOf = (gate: PlanGate): PlanGate | null => {
    const when = gate.when.flatMap(counted);
    return when.length === 0 ? null : { ...gate, when };
  };
  return {
    ...row,
    gate: row.gate && gateOf(row.gate),
    closes: one(row.closes),
    due: one(row.due),
  };
}
