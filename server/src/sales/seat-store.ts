/** Seats of an order in the database: who has which. */
import type { Seat } from "@dawngate/contract/sales";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** The seats that are given out, by number. Begun: anything of the holder's own stands on record since. */
export async function readSeats(tx: SchoolTransaction, order: string): Promise<Seat[]> {
  const { rows } = await sql<Seat>`
    select s.number, p.name, p.email, s.given_at as "givenAt",
      exists (
        select from order_enrollment k
        join enrollment_event v on v.school_id = k.school_id and v.enrollment_id = k.enrollment_id
        where k.school_id = s.school_id and k.order_id = s.order_id and k.seat = s.number
          and v.kind = 'started'
      ) as begun
    from order_seat s left join person p on p.school_id = s.school_id and p.id = s.person_id
    where s.order_id = ${order} order by s.number limit 10000
  `.execute(tx);
  return rows;
}

/** How many seats of some orders are given out; without those of which none is. */
export async function countSeats(
  tx: SchoolTransaction,
  orders: readonly string[],
): Promise<Map<string, number>> {
  const { rows } = await sql<{ order: string; given: number }>`
    select order_id as order, count(*)::integer as given from order_seat
    where order_id = any (${[...orders]}) group by order_id
  `.execute(tx);
  return new Map(rows.map(({ order, given }) => [order, given]));
}

/** Whether somebody has a seat of this order already. */
export async function hasSeat(tx: SchoolTransaction, order: string, person: string) {
  const row = await tx
    .selectFrom("order_seat")
    .select("number")
    .where("order_id", "=", order)
    .where("person_id", "=", person)
    .executeTakeFirst();
  return row !== undefined;
}

/** Gives the lowest free seat to somebody; its number. The transaction holds the order. */
export async function insertSeat(
  tx: SchoolTransaction,
  school: SchoolId,
  { order, person, at }: { order: string; person: string; at: string },
): Promise<number> {
  const { rows } = await sql<{ number: number }>`
    insert into order_seat (school_id, order_id, number, person_id, given_at)
    select ${school}, ${order},
      (select min(n) from generate_series(1, coalesce((select max(number) from order_seat
         where order_id = ${order}), 0) + 1) n
       where not exists (select from order_seat t where t.order_id = ${order} and t.number = n)),
      ${person}, ${at}::timestamptz
    returning number
  `.execute(tx);
  return rows[0]?.number ?? 1;
}

/** The enrollments that were given out with a seat, and their courses. */
export async function enrollmentsOf(tx: SchoolTransaction, order: string, seat: number) {
  const { rows } = await sql<{ id: string; course: string }>`
    select e.id, e.course_id as course from order_enrollment k
    join enrollment e on e.school_id = k.school_id and e.id = k.enrollment_id
    where k.order_id = ${order} and k.seat = ${seat} order by e.id
  `.execute(tx);
  return rows;
}

/** A seat is free again; its enrollments stay on record without it. */
export async function removeSeat(tx: SchoolTransaction, order: string, seat: number) {
  await tx
    .updateTable("order_enrollment")
    .set({ seat: null })
    .where("order_id", "=", order)
    .where("seat", "=", seat)
    .execute();
  await tx
    .deleteFrom("order_seat")
    .where("order_id", "=", order)
    .where("number", "=", seat)
    .execute();
}
