/** Listings and their terms in the database. */
import type { Offer } from "@dawngate/contract/sales";
import { sql } from "kysely";
import { insertMany } from "../db/bulk";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { ListingTable } from "../db/tables/sales";

import { offerOf } from "./terms-store";

export type ListingState = ListingTable["state"];

export interface ListingRow {
  id: string;
  state: ListingState;
  number: number;
  sold: number;
  offer: Offer;
}

/** A page of listings by title, with the titles of their courses, so many and one more. */
export async function readListings(
  tx: SchoolTransaction,
  after: { title: string; id: string } | null,
  most: number,
  course: string | null = null,
) {
  const { rows } = await sql<ListingRow & { courses: string[] }>`
    select l.id, l.state, l.number, l.sold, t.terms as offer,
      coalesce((select jsonb_agg(${titleOfCourse} order by k.course_id)
        from listing_course k
        join course c on c.school_id = k.school_id and c.id = k.course_id
        where k.school_id = l.school_id and k.listing_id = l.id), '[]') as courses
    from listing l
    join listing_terms t on t.school_id = l.school_id and t.listing_id = l.id and t.number = l.number
    where ${after ? sql`(l.title, l.id) > (${after.title}, ${after.id})` : sql`true`}
      ${
        course === null
          ? sql``
          : sql`and (l.membership is not null or exists (select from listing_course o
              where o.school_id = l.school_id and o.listing_id = l.id and o.course_id = ${course}))`
      }
    order by l.title, l.id limit ${sql.lit(most + 1)}
  `.execute(tx);
  return rows.map((row) => ({ ...row, offer: offerOf(row.offer) }));
}

/** A published course by the title people see, another by its author's. */
const titleOfCourse = sql`coalesce(
  (select v.title from course_version v
    where v.school_id = c.school_id and v.course_id = c.id and v.number = c.current_version),
  (select d.title from course_draft d where d.school_id = c.school_id and d.course_id = c.id))`;

/** One listing; `hold`: nobody else changes it or buys it until this transaction ends. */
export async function readListing(
  tx: SchoolTransaction,
  id: string,
  hold = false,
): Promise<ListingRow | null> {
  const { rows } = await sql<ListingRow>`
    select l.id, l.state, l.number, l.sold, t.terms as offer from listing l
    join listing_terms t on t.school_id = l.school_id and t.listing_id = l.id and t.number = l.number
    where l.id = ${id} ${hold ? sql`for no key update of l` : sql``}
  `.execute(tx);
  const [row] = rows;
  return row ? { ...row, offer: offerOf(row.offer) } : null;
}

/** A new listing; false where its address is taken. */
export async function insertListing(
  tx: SchoolTransaction,
  school: SchoolId,
  id: string,
  offer: Offer,
  at: string,
  state: ListingState = "draft",
): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await tx
    .insertInto("listing")
    .values({ school_id: school, id, title: offer.title, state, number: 1 })
    .onConflict((on) => on.doNothing())
    .executeTakeFirst();
  if (numInsertedOrUpdatedRows !== 1n) return false;
  await insertTerms(tx, school, id, { number: 1, state }, offer, at);
  return true;
}

/** The terms of a number, with how the listing stands from then on, and what they are about. */
export async function insertTerms(
  tx: SchoolTransaction,
  school: SchoolId,
  id: string,
  { number, state }: { number: number; state: ListingState },
  offer: Offer,
  at: string,
): Promise<void> {
  await tx
    .insertInto("listing_terms")
    .values({ school_id: school, listing_id: id, number, terms: JSON.stringify(offer), at, state })
    .execute();
  // What a membership leaves out is asked at every course's door.
  await tx
    .updateTable("listing")
    .set({ membership: offer.membership && JSON.stringify(offer.membership) })
    .where("id", "=", id)
    .execute();
  await tx.deleteFrom("listing_course").where("listing_id", "=", id).execute();
  await insertMany(
    tx,
    "listing_course",
    offer.courses.map((course) => ({ school_id: school, listing_id: id, course_id: course.id })),
  );
}

export async function updateListing(
  tx: SchoolTransaction,
  id: string,
  set: { title: string; state: ListingState; number: number },
): Promise<void> {
  await tx.updateTable("listing").set(set).where("id", "=", id).execute();
}

export async function addSold(tx: SchoolTransaction, id: string, seats: number): Promise<void> {
  await tx
    .updateTable("listing")
    .set({ sold: sql`sold + ${seats}` })
    .where("id", "=", id)
    .execute();
}

/** Seats of checkouts under way, whose hold has not run out. */
export async function readHeld(tx: SchoolTransaction, id: string, at: string): Promise<number> {
  const { rows } = await sql<{ held: number }>`
    select coalesce(sum(seats), 0)::integer as held from sales_order
    where listing_id = ${id} and state = 'open' and not renews and held_until > ${at}::timestamptz
  `.execute(tx);
  return rows[0]?.held ?? 0;
}

/** The listing by which a cohort is bought today, and the seats that its buyers are promised; null: it is not sold. */
export async function readSoldBy(
  tx: SchoolTransaction,
  sold: { course: string; cohort: string },
  at: string,
): Promise<{ listing: string; promised: number } | null> {
  const { rows } = await sql<{ id: string }>`
    select l.id from listing l
    join listing_terms t on t.school_id = l.school_id and t.listing_id = l.id and t.number = l.number
    where l.state in ('on-sale', 'private')
      and t.terms -> 'cohorts' @> ${JSON.stringify([sold])}::jsonb
    order by l.state = 'private', l.id limit 1
  `.execute(tx);
  const [found] = rows;
  return found ? { listing: found.id, promised: await readPromised(tx, sold, at) } : null;
}

/**
 * Seats of a cohort that are promised to buyers and not taken yet: of checkouts under way, and of orders whose seats are
 * still to be given out.
 */
export async function readPromised(
  tx: SchoolTransaction,
  { course, cohort }: { course: string; cohort: string },
  at: string,
): Promise<number> {
  const sold = JSON.stringify([{ course, cohort }]);
  const { rows } = await sql<{ promised: number }>`
    select coalesce(sum(case when o.state = 'open' then o.seats else greatest(0, o.seats - (
        select count(*) from order_seat s where s.school_id = o.school_id and s.order_id = o.id
      )) end), 0)::integer as promised
    from listing_terms t
    join sales_order o on o.school_id = t.school_id and o.listing_id = t.listing_id
      and o.terms_number = t.number
    where t.terms -> 'cohorts' @> ${sold}::jsonb and not o.renews
      -- A place that is held for them on the waitlist is taken already.
      and not (o.state = 'open' and o.seats = 1 and o.gift is null and exists (
        select from waiting w where w.school_id = o.school_id and w.cohort_id = ${cohort}
          and w.person_id = o.person_id and w.state = 'offered' and w.offer_until > ${at}::timestamptz))
      and ((o.state = 'open' and o.held_until > ${at}::timestamptz)
        or (o.state = 'paid' and (o.seats > 1 or o.gift is not null)))
  `.execute(tx);
  return rows[0]?.promised ?? 0;
}

/** How often codes of a listing count as used: by orders that were paid, and by checkouts under way; and of them by one buyer. */
export async function readUses(
  tx: SchoolTransaction,
  id: string,
  email: string | null,
  at: string,
) {
  const { rows } = await sql<{ code: string; used: number; own: number }>`
    select u.code, count(*)::integer as used,
      count(*) filter (where lower(u.email) = lower(${email ?? ""}))::integer as own
    from code_use u join sales_order o on o.school_id = u.school_id and o.id = u.order_id
    where u.listing_id = ${id}
      and (o.state = 'paid' or (o.state = 'open' and o.held_until > ${at}::timestamptz))
    group by u.code
  `.execute(tx);
  return new Map(rows.map(({ code, ...uses }) => [code, uses]));
}

/** What each code of a listing has brought: paid orders, and what they come to. */
export async function readBrought(tx: SchoolTransaction, id: string, most: number) {
  const { rows } = await sql<{ code: string; orders: number; total: string }>`
    select u.code, count(*)::integer as orders, sum((o.quote ->> 'total')::bigint)::text as total
    from code_use u join sales_order o on o.school_id = u.school_id and o.id = u.order_id
    where u.listing_id = ${id} and o.state = 'paid'
    group by u.code order by sum((o.quote ->> 'total')::bigint) desc, u.code limit ${sql.lit(most)}
  `.execute(tx);
  return rows.map(({ total, ...one }) => ({ ...one, total: Number(total) }));
}

/** The titles of courses, by identifier; those that are not there are left out. */
export async function readTitles(tx: SchoolTransaction, courses: readonly string[]) {
  const { rows } = await sql<{ id: string; title: string; published: boolean }>`
    select c.id, ${titleOfCourse} as title, c.current_version is not null as published
    from course c where c.id = any (${courses}::text[])
  `.execute(tx);
  return rows;
}
