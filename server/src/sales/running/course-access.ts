/** Days of access and progress in the courses of an order, as they stand: what a refund of unused days goes by. */
import type { Offer } from "@dawngate/contract/sales";
import type { Order } from "@dawngate/core/sales/orders";
import { formatDate, type Instant, localDateAt, type Zone, zoneOf } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { type Case, clockOf, readCase, workOut } from "../../schedule/case";
import type { Context } from "../../school/context";
import { furthestOf } from "../order-enrollment-store";
import type { OrderRow } from "../order-store";

type Course = Order["courses"][number];

type Reached = Pick<Course, "id" | "single" | "cohort" | "access" | "progress">;

/** Every course of the order; of a team the seat that is furthest. */
export async function coursesOf(
  tx: SchoolTransaction,
  { school, now }: Pick<Context, "school" | "now">,
  order: OrderRow,
  offer: Offer | null,
): Promise<Reached[]> {
  const courses: Reached[] = [];
  for (const { id, price } of offer?.courses ?? []) {
    const enrollment = await furthestOf(tx, order.id, id);
    const found = enrollment === null ? null : await readCase(tx, school, enrollment);
    courses.push({
      id,
      single: (price ?? 0) as Course["single"],
      cohort: found?.enrollment.cohort ?? null,
      ...standing(found, now),
    });
  }
  return courses;
}

/** In the course's clock; nobody is in it yet: it waits. */
function standing(found: Case | null, now: Instant): Pick<Course, "access" | "progress"> {
  if (!found)
    return {
      access: { from: null, through: null, moved: [], paused: 0 },
      progress: { done: 0, of: 0 },
    };
  const { access, progress } = workOut(found, now);
  const zone = zoneOf(clockOf(found));
  const unpaused = found.enrollment.events.filter(
    ({ type }) => type !== "paused" && type !== "resumed",
  );
  const plain = workOut({ ...found, enrollment: { ...found.enrollment, events: unpaused } }, now);
  const last = lastDay(access.until, zone);
  const without = lastDay(plain.access.until, zone);
  return {
    access: {
      from: access.from === null ? null : formatDate(localDateAt(zone, access.from)),
      // Access that has not begun, and may never, has no end yet either.
      through: access.from === null || last === null ? null : formatDate(last),
      moved: [],
      paused: last === null || without === null ? 0 : Math.max(0, last - without),
    },
    progress: { done: progress.done, of: progress.of },
  };
}

/** The day of the last millisecond before an end. */
const lastDay = (until: Instant | null, zone: Zone) =>
  until === null ? null : localDateAt(zone, (until - 1) as Instant);
