/**
 * Works out again what orders bring, where something has happened to them since, and keeps it: by a round that goes on
 * all the time, and before somebody looks, so that what they see holds.
 */
import { firstDay, incomeOfOrder } from "@dawngate/core/sales/orders";
import { formatDate, formatInstant, type Instant, startOfDay, zoneOf } from "@dawngate/core/time";
import type { Database, SchoolId, SchoolTransaction } from "../../db/connection";
import { system } from "../../db/who";
import { readSchool } from "../../school/store";
import { monthAt } from "../months";
import { readOrdersOf } from "../order-store";
import { orderFiles } from "../running/order-file";
import { type KeptOrder, lastOf } from "./kept";
import {
  countBehind,
  dropLooksOf,
  holdIncome,
  keepOrders,
  lookAtAll,
  overtaken,
  readLooks,
} from "./kept-store";
import { wayInOf } from "./way-in";

/** Months after this one that can be asked for, and those that are worked out: it holds for a year. */
export const MONTHS_AHEAD = 60;
const WORKED_OUT = MONTHS_AHEAD + 12;
/** So many orders in one transaction. */
const LOT = 100;
/** What could not be read is tried again after so many milliseconds. */
const FAULT_AGAIN = 3_600_000;

export interface KeepAsked {
  school: SchoolId;
  now: Instant;
  /** No more orders than so many, and not much longer than so many milliseconds. */
  most: number;
  turn: number;
}

/** @returns whether there is more of it */
export async function keepIncome(
  db: Pick<Database, "withSchool">,
  { school, now, most, turn }: KeepAsked,
): Promise<boolean> {
  const until = Date.now() + turn;
  for (let kept = 0; kept < most && Date.now() < until; ) {
    const lot = await db.withSchool({ school, who: system("income") }, (tx) =>
      keepLot(tx, school, now, Math.min(LOT, most - kept)),
    );
    if (lot === null) return false;
    kept += lot;
  }
  return true;
}

/** How many orders are to be worked out again, as far as so many are counted. */
export const behindIn = (tx: SchoolTransaction, now: Instant, most = 1_000_000): Promise<number> =>
  countBehind(tx, formatInstant(now), most);

/** @returns how many orders were worked out; null: there is none left */
async function keepLot(
  tx: SchoolTransaction,
  school: SchoolId,
  now: Instant,
  most: number,
): Promise<number | null> {
  await holdIncome(tx, school);
  const looks = await readLooks(tx, 4 * most);
  if (looks.includes(null)) {
    await lookAtAll(tx);
    return 0;
  }
  const orders = new Set(looks.flatMap((order) => order ?? []).slice(0, most));
  if (orders.size < most)
    for (const order of await overtaken(tx, formatInstant(now), most - orders.size))
      orders.add(order);
  if (orders.size === 0) return null;
  // What is written down from here on is looked at by the next.
  await dropLooksOf(tx, [...orders]);
  await keepOrders(tx, school, await workOut(tx, school, now, [...orders]));
  return orders.size;
}

/** What orders bring; null: it is not paid. */
async function workOut(
  tx: SchoolTransaction,
  school: SchoolId,
  now: Instant,
  ids: readonly string[],
): Promise<Map<string, KeptOrder | null>> {
  const kept = new Map<string, KeptOrder | null>(ids.map((id) => [id, null]));
  const { time_zone: timeZone } = await readSchool(tx);
  const thisMonth = monthAt(timeZone, now);
  // From then on what is worked out would reach less far than can be asked for.
  const further = startOfDay(zoneOf(timeZone), firstDay(thisMonth + 12));
  const paid = (await readOrdersOf(tx, ids)).filter(({ paid_at }) => paid_at !== null);
  const files = await orderFiles(tx, paid, { school, now });
  for (const order of paid) {
    const file = files.get(order.id);
    if (!file?.ok) {
      // What is wrong with one leaves all others in the figures; it is tried again by itself.
      const later = formatInstant((now + FAULT_AGAIN) as Instant);
      kept.set(order.id, {
        ...{ currency: order.currency, first: thisMonth, rows: [], tax: [], dueTax: [], usual: [] },
        ...{ nextAt: later, fault: file?.fault ?? "It is not there" },
      });
      continue;
    }
    const { first, rows, tax, dueTax, usual, goesOn, next } = incomeOfOrder(
      file.value,
      now,
      thisMonth + WORKED_OUT,
    );
    const { partner, renewed } = wayInOf(file.value, order, now);
    const nextAt = [next, goesOn ? further : null].flatMap((at) => at ?? []);
    kept.set(order.id, {
      currency: order.currency,
      first,
      tax,
      dueTax,
      usual: usual.map(({ day, due, unpaid }) => ({ day: formatDate(day), due, unpaid })),
      nextAt: nextAt.length === 0 ? null : formatInstant(Math.min(...nextAt) as Instant),
      fault: null,
      rows: rows.map(({ course, cohort, ...months }) => ({
        listing: order.listing_id,
        course,
        cohort: cohort ?? "",
        partner: partner ?? "",
        renewed,
        last: lastOf(first, months),
        months,
      })),
    });
  }
  return kept;
}
