/** Days of access and progress in the courses of an order, as they stand: what a refund of unused days goes by. */
import type { Offer } from "@dawngate/contract/sales";
import type { Order } from "@dawngate/core/sales/orders";
import { formatDate, type Instant, localDateAt, type Zone, zoneOf } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { boughtMembership } from "../../enrollment/memberships/store";
import {
  boughtEnds,
  doneByOrder,
  endMovesOf,
  furthestOf,
} from "../../enrollment/order-enrollment-store";
import { type Case, readCases, workOut } from "../../schedule/case";
import type { Context } from "../../school/context";
import { readSchool } from "../../school/store";
import { membershipEnd } from "../memberships/membership-end";
import { isGivenOut } from "../order-kinds";
import type { OrderRow } from "../order-store";
import { type BoughtEnd, daysOfOrder, type EndMove } from "./bought-days";

type Course = Order["courses"][number];

type Reached = Pick<Course, "id" | "single" | "cohort" | "access" | "progress">;

/** What an order is of: courses, or a membership as if it were one, since it is given back and earned as a whole. */
export const soldOf = (order: OrderRow, offer: Offer | null): Offer["courses"] =>
  offer?.membership
    ? [{ id: membershipOf(order.listing_id), price: null }]
    : (offer?.courses ?? []);

/** The name of a membership where orders name courses: none is called so, since theirs have no spaces. */
export const membershipOf = (listing: string) => `membership ${listing}`;

export interface Bought {
  order: OrderRow;
  /** As it was sold; null: that is not known. */
  offer: Offer | null;
}

/** Every course of each order, by order; of a team the seat that is furthest. */
export async function coursesOf(
  tx: SchoolTransaction,
  { school, now }: Pick<Context, "school" | "now">,
  bought: readonly Bought[],
): Promise<Map<string, Reached[]>> {
  const found = new Map<string, Reached[]>();
  const ofCourses = bought.filter(({ offer }) => !offer?.membership);
  const furthest = await furthestOf(
    tx,
    ofCourses.map(({ order }) => order.id),
  );
  const enrollments = [...furthest.values()].flatMap((byCourse) => [...byCourse.values()]);
  const cases = new Map(
    (await readCases(tx, school, enrollments)).map((one) => [one.enrollment.id, one]),
  );
  const ends = await boughtEnds(tx, enrollments);
  const moves = await endMovesOf(tx, enrollments);
  for (const { order, offer } of bought) {
    if (offer?.membership) found.set(order.id, [await memberAccess(tx, order, offer)]);
    else
      found.set(
        order.id,
        (offer?.courses ?? []).map(({ id, price }) => {
          const enrollment = furthest.get(order.id)?.get(id) ?? "";
          const one = cases.get(enrollment);
          return {
            id,
            single: (price ?? 0) as Course["single"],
            cohort: one?.enrollment.cohort ?? null,
            ...(one
              ? reached(
                  one,
                  { ends: ends.get(enrollment), moves: moves.get(enrollment) },
                  order,
                  now,
                )
              : WAITS),
          };
        }),
      );
  }
  return found;
}

/** A membership's days, in the order's clock; and what was learned in all that was taken up by it. */
async function memberAccess(
  tx: SchoolTransaction,
  order: OrderRow,
  offer: Offer,
): Promise<Reached> {
  const school = await readSchool(tx);
  const zone = zoneOf(order.clock);
  const held = await boughtMembership(tx, order.id);
  const whole = { id: membershipOf(order.listing_id), single: 0 as Course["single"], cohort: null };
  if (!held && isGivenOut(order)) return { ...whole, ...WAITS };
  const begins = Date.parse(held?.beginsAt ?? order.bought_at) as Instant;
  const ends = held
    ? held.endsAt === null
      ? null
      : (Date.parse(held.endsAt) as Instant)
    : membershipEnd(offer, school, begins);
  const last = lastDay(ends, zone);
  return {
    ...whole,
    access: {
      from: formatDate(localDateAt(zone, begins)),
      through: last === null ? null : formatDate(last),
      moved: [],
      paused: 0,
    },
    progress: await doneByOrder(tx, order.id),
  };
}

/** Nobody is in it yet: its seats are not given out. */
const WAITS = {
  access: { from: null, through: null, moved: [], paused: 0 },
  progress: { done: 0, of: 0 },
};

/** The days that are this order's, and how far somebody is. */
function reached(
  found: Case,
  { ends = [], moves = [] }: { ends?: BoughtEnd[] | undefined; moves?: EndMove[] | undefined },
  { id: order }: Pick<OrderRow, "id">,
  now: Instant,
): Pick<Course, "access" | "progress"> {
  const { access, progress } = workOut(found, now);
  return {
    access: daysOfOrder(found, { order, bought: ends, moves, stands: access }, now),
    progress: { done: progress.done, of: progress.of },
  };
}

/** The day of the last millisecond before an end. */
const lastDay = (until: Instant | null, zone: Zone) =>
  until === null ? null : localDateAt(zone, (until - 1) as Instant);
