/** From which payment on an announced price holds: the first that falls due on its day or later. It changes nothing. */
import { formatDate, type Instant, type LocalDate } from "../../time";
import type { ChangeReason } from "./change-ahead";
import { whyNoChange } from "./change-option";
import { lifeOf } from "./life-of";
import type { Order } from "./schema";

export interface PriceAhead {
  /** The day of that payment. */
  due: string;
  /** It is the next one: a change at the end of the running period brings it. */
  isNext: boolean;
  /** So many payments of the series will have fallen due before it. */
  before: number;
}

/** Payments looked at: a daily one for thirty years. */
const MOST = 11_000;

/** Why no price can come to hold, in the words of the event's reasons; else from when it does. */
export function priceAhead(
  order: Order,
  at: Instant,
  from: LocalDate,
): { ok: true; value: PriceAhead } | { ok: false; reason: ChangeReason } {
  const life = lifeOf(order).moveTo(at);
  const { series } = life;
  if (!series) return { ok: false, reason: "not-running" };
  const reason = whyNoChange(life);
  if (reason) return { ok: false, reason };
  let k = series.next;
  while (series.dateOf(k) < from && k - series.next < MOST) k++;
  return {
    ok: true,
    value: { due: formatDate(series.dateOf(k)), isNext: k === series.next, before: k },
  };
}
