/** The first payment ahead that the card on file cannot pay, and when its buyer is to be told. */
import {
  addDays,
  checked,
  dateIn,
  formatInstant,
  instantAt,
  instantIn,
  parseTimeOfDay,
  zoneOf,
} from "../../time";
import type { OrderAt } from "./order";
import type { Order } from "./schema";

/** What is known of a card: the last month in which it is good, "2027-03"; null: its service does not say. */
export interface KnownCard {
  expires: string | null;
}

export interface CardEnd {
  part: number;
  due: string;
  amount: number;
  /** When its buyer is told, earliest first: at the hour of charging, after the purchase, before the day it is due. */
  tell: { days: number; at: string }[];
}

/** So many days before a payment that a card on file cannot pay any more; and of an order that has none. */
const ENDS = [30, 7];
const NONE = [7, 2];

/**
 * A card is good through the last day of the month it names (ISO/IEC 7813's expiry is a year and a month; through its last
 * day: common practice, from memory). Null: the card pays all that is listed, or nothing is charged any more.
 */
export function cardEnd(order: Order, at: OrderAt, card: KnownCard | null): CardEnd | null {
  const last = card?.expires ?? null;
  if (card && last === null) return null;
  const part = at.parts.find(
    ({ state, amount, next, due }) =>
      state === "ahead" && amount > 0 && next !== null && (last === null || due.slice(0, 7) > last),
  );
  if (!part) return null;
  const zone = zoneOf(order.timeZone);
  const hour = checked(parseTimeOfDay(order.terms.chargeHour));
  const due = dateIn(part.due);
  return {
    part: part.part,
    due: part.due,
    amount: part.amount,
    tell: (card ? ENDS : NONE)
      .map((days) => ({ days, instant: instantAt(zone, addDays(due, -days), hour) }))
      .filter(({ instant }) => instant > instantIn(order.boughtAt))
      .map(({ days, instant }) => ({ days, at: formatInstant(instant) })),
  };
}
