/** Who is in what by an order, in the database. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { orderOfKey } from "./order-keys";

export async function addEnrollment(
  tx: SchoolTransaction,
  school: SchoolId,
  order: string,
  enrollment: string,
  { seat = null, gained = true }: { seat?: number | null; gained?: boolean } = {},
): Promise<void> {
  await tx
    .insertInto("order_enrollment")
    .values({ school_id: school, order_id: order, enrollment_id: enrollment, seat, gained })
    .onConflict((on) => on.doNothing())
    .execute();
}

/** The enrollments of an order, with the titles of their courses. */
export async function readEnrollments(tx: SchoolTransaction, order: string) {
  const { rows } = await sql<{ id: string; course: string; title: string }>`
    select e.id, e.course_id as course, v.title from order_enrollment k
    join enrollment e on e.school_id = k.school_id and e.id = k.enrollment_id
    join course c on c.school_id = e.school_id and c.id = e.course_id
    join course_version v on v.school_id = c.school_id and v.course_id = c.id
      and v.number = c.current_version
    where k.order_id = ${order} order by v.title, e.id limit 100
  `.execute(tx);
  return rows;
}

/** The enrollments that stand and fall with an order: of a team those whose seats are given out. */
export async function enrollmentsOfOrder(tx: SchoolTransaction, order: string) {
  return tx
    .selectFrom("order_enrollment")
    .innerJoin("enrollment", (join) =>
      join
        .onRef("enrollment.school_id", "=", "order_enrollment.school_id")
        .onRef("enrollment.id", "=", "order_enrollment.enrollment_id"),
    )
    .select(["enrollment.id", "enrollment.course_id as course"])
    .where("order_enrollment.order_id", "=", order)
    .where("order_enrollment.gained", "=", true)
    .orderBy("enrollment.id")
    .limit(10_000)
    .execute();
}

/** The enrollments that are somebody's by memberships of a listing, and can still be moved. */
export async function enrollmentsByMembership(
  tx: SchoolTransaction,
  listing: string,
  person: string,
): Promise<{ id: string; course: string }[]> {
  const { rows } = await sql<{ id: string; course: string }>`
    select distinct e.id, e.course_id as course from membership m
    join order_enrollment k on k.school_id = m.school_id and k.order_id = m.order_id and k.gained
    join enrollment e on e.school_id = k.school_id and e.id = k.enrollment_id
      and e.person_id = m.person_id
    where m.listing_id = ${listing} and m.person_id = ${person} and not m.shut
    order by e.id limit 1000
  `.execute(tx);
  return rows;
}

/** Of those who are in a course by an order the one who is furthest, by order, then by course. */
export async function furthestOf(
  tx: SchoolTransaction,
  orders: readonly string[],
): Promise<Map<string, Map<string, string>>> {
  const { rows } = await sql<{ order: string; course: string; id: string }>`
    select distinct on (k.order_id, e.course_id) k.order_id as order, e.course_id as course, e.id
    from order_enrollment k
    join enrollment e on e.school_id = k.school_id and e.id = k.enrollment_id
    where k.order_id = any (${[...orders]})
    order by k.order_id, e.course_id, e.done desc, e.id
  `.execute(tx);
  const found = new Map<string, Map<string, string>>();
  for (const { order, course, id } of rows)
    found.set(order, (found.get(order) ?? new Map()).set(course, id));
  return found;
}

/** Lessons done, and to be done, in all that is somebody's by an order: of several seats the one that is furthest. */
export async function doneByOrder(
  tx: SchoolTransaction,
  order: string,
): Promise<{ done: number; of: number }> {
  const { rows } = await sql<{ done: number; of: number }>`
    select coalesce(sum(e.done), 0)::integer as done, coalesce(sum(e.required), 0)::integer as of
    from order_enrollment k
    join enrollment e on e.school_id = k.school_id and e.id = k.enrollment_id
    where k.order_id = ${order} and k.gained
    group by k.seat order by 1 desc limit 1
  `.execute(tx);
  return rows[0] ?? { done: 0, of: 0 };
}

/** When somebody first began what was bought by each of some orders; without those of which nobody has. */
export async function begunAt(
  tx: SchoolTransaction,
  orders: readonly string[],
): Promise<Map<string, string>> {
  const { rows } = await sql<{ order: string; at: string }>`
    select k.order_id as order, min(v.at) as at from order_enrollment k
    join sales_order o on o.school_id = k.school_id and o.id = k.order_id
    join enrollment_event v on v.school_id = k.school_id and v.enrollment_id = k.enrollment_id
      and v.kind = 'started' and v.at >= o.bought_at
    where k.order_id = any (${[...orders]}) group by k.order_id
  `.execute(tx);
  return new Map(rows.map(({ order, at }) => [order, at]));
}

/** Whether an enrollment is somebody's by a paid order of a listing. */
export async function isByListing(
  tx: SchoolTransaction,
  enrollment: string,
  listing: string,
): Promise<boolean> {
  const row = await tx
    .selectFrom("order_enrollment as k")
    .innerJoin("sales_order as o", (join) =>
      join.onRef("o.school_id", "=", "k.school_id").onRef("o.id", "=", "k.order_id"),
    )
    .select("o.id")
    .where("k.enrollment_id", "=", enrollment)
    .where("o.listing_id", "=", listing)
    .where("o.state", "=", "paid")
    .limit(1)
    .executeTakeFirst();
  return row !== undefined;
}

/** The events by which orders have moved the ends of some enrollments, by enrollment, in their order. */
export async function boughtEnds(
  tx: SchoolTransaction,
  enrollments: readonly string[],
): Promise<Map<string, { sequence: number; order: string }[]>> {
  const { rows } = await sql<{ enrollment: string; sequence: number; key: string }>`
    select enrollment_id as enrollment, sequence, idempotency_key as key from enrollment_event
    where enrollment_id = any (${[...enrollments]})
      and kind in ('renewed', 'end-set', 'validity-given') and idempotency_key is not null
    order by enrollment_id, sequence
  `.execute(tx);
  return byEnrollment(
    rows.flatMap(({ enrollment, sequence, key }) => {
      const order = orderOfKey(key);
      return order === null ? [] : [{ enrollment, sequence, order }];
    }),
  );
}

/** The ends that courses themselves have moved: their plans, cohorts' dates, the calendar; by enrollment, in their order. */
export async function endMovesOf(
  tx: SchoolTransaction,
  enrollments: readonly string[],
): Promise<Map<string, { at: string; was: string; until: string }[]>> {
  const { rows } = await sql<{ enrollment: string; at: string; was: string; until: string }>`
    select enrollment_id as enrollment, at, was, until from end_move
    where enrollment_id = any (${[...enrollments]}) order by enrollment_id, at
  `.execute(tx);
  return byEnrollment(rows);
}

function byEnrollment<T extends { enrollment: string }>(rows: readonly T[]): Map<string, T[]> {
  const found = new Map<string, T[]>();
  for (const row of rows) found.set(row.enrollment, [...(found.get(row.enrollment) ?? []), row]);
  return found;
}
