/** Memberships in the database: who has one, until when, and what courses are in it. */
import type { Cover } from "@dawngate/contract/courses";
import type { AgreedMembership, MemberCourse, Membership } from "@dawngate/core/sales";
import { type RawBuilder, sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../../db/connection";
import type { MembershipTable } from "../../db/tables/enrollment";

/** A membership as it was bought. */
export interface HeldMembership {
  order: string;
  /** Of the order; 0: it was bought for oneself. */
  seat: number;
  listing: string;
  title: string;
  agreedAt: string;
  agreed: AgreedMembership;
  /** What it is today; null: it is sold as none any more. */
  now: Membership | null;
  endsAt: string | null;
  paidThrough: string | null;
  grace: number;
}

export async function insertMembership(
  tx: SchoolTransaction,
  school: SchoolId,
  row: Omit<
    MembershipTable,
    "school_id" | "seat" | "shut" | "grace" | "stops_at" | "paid_through"
  > & {
    seat: number;
  },
): Promise<void> {
  await tx
    .insertInto("membership")
    .values({ school_id: school, ...row, stops_at: null, paid_through: null })
    .onConflict((on) => on.doNothing())
    .execute();
}

/** How what is paid for it stands now. */
export async function keepMembership(
  tx: SchoolTransaction,
  order: string,
  set: Pick<MembershipTable, "stops_at" | "paid_through"> & { shut: boolean; grace: number },
): Promise<void> {
  await tx.updateTable("membership").set(set).where("order_id", "=", order).execute();
}

/** The memberships that somebody has at an instant, the longest first. */
export async function membershipsOf(
  tx: SchoolTransaction,
  person: string,
  at: string,
): Promise<HeldMembership[]> {
  const { rows } = await sql<HeldMembership>`
    select m.order_id as order, m.seat, m.listing_id as listing, l.title, m.agreed_at as "agreedAt",
      jsonb_build_object('except', m.left_out, 'subjects', m.subjects, 'promised', m.promised) as agreed,
      l.membership as now, m.ends_at as "endsAt",
      m.paid_through as "paidThrough", m.grace
    from membership m
    join listing l on l.school_id = m.school_id and l.id = m.listing_id
    where m.person_id = ${person} and ${holding(at)}
    order by least(m.ends_at, m.stops_at) desc nulls first, m.order_id limit 20
  `.execute(tx);
  return rows;
}

const notOver = (at: string): RawBuilder<boolean> =>
  sql`coalesce(least(m.ends_at, m.stops_at) > ${at}::timestamptz, true)`;
const holding = (at: string): RawBuilder<boolean> =>
  sql`m.begins_at <= ${at}::timestamptz and not m.shut and ${notOver(at)}`;

/** A seat that was given out is free again, and nobody's membership any more. */
export async function removeMembership(tx: SchoolTransaction, order: string, seat: number) {
  await tx
    .deleteFrom("membership")
    .where("order_id", "=", order)
    .where("seat", "=", seat)
    .execute();
}

/** The one that was bought by an order for oneself, where it holds at an instant; or the last of a listing that somebody has. */
export async function membershipBy(
  tx: SchoolTransaction,
  by: { order: string } | { listing: string; person: string },
  at: string,
): Promise<{ order: string; endsAt: string | null } | null> {
  const { rows } = await sql<{ order: string; endsAt: string | null }>`
    select m.order_id as order, m.ends_at as "endsAt" from membership m
    where ${
      "order" in by
        ? sql`m.order_id = ${by.order} and m.seat = 0 and ${holding(at)}`
        : // One that begins when another ends is theirs as well; and one that waits for a payment is not bought again.
          sql`m.person_id = ${by.person} and m.listing_id = ${by.listing}
            and (not m.shut or exists (select from sales_order o where o.school_id = m.school_id
              and o.id = m.order_id and o.standing in ('suspended', 'disputed')))
            and ${notOver(at)}`
    }
    order by m.ends_at desc nulls first, m.order_id limit 1
  `.execute(tx);
  return rows[0] ?? null;
}

/** From when to when the membership of an order is, as it was agreed: of several seats the one that began first; null: nobody has one. */
export async function boughtMembership(
  tx: SchoolTransaction,
  order: string,
): Promise<{ beginsAt: string; endsAt: string | null } | null> {
  const row = await tx
    .selectFrom("membership")
    .select(["begins_at as beginsAt", "ends_at as endsAt"])
    .where("order_id", "=", order)
    .orderBy("begins_at")
    .orderBy("seat")
    .limit(1)
    .executeTakeFirst();
  return row ?? null;
}

/** So many of a school's courses are looked at, in its own order, as in its catalog. */
const COURSES = 500;

/** Courses `c` that a membership opens, unless they are left out: visitors meet them, and not staff alone let people in. */
export const openToMembers: RawBuilder<boolean> = sql`
  not exists (select from way_in w where w.school_id = c.school_id and w.course_id = c.id
    and w.cohort_id is null and w.entry = 'staff')
  and (c.catalog <> 'unlisted' or exists (
    select from listing_course k join listing l on l.school_id = k.school_id and l.id = k.listing_id
    where k.school_id = c.school_id and k.course_id = c.id and l.state = 'on-sale'))`;

/** Of a course `c`, what decides whether a membership opens it. */
const subjectOf = sql`coalesce((select g.card ->> 'subject' from course_page g
  where g.school_id = c.school_id and g.course_id = c.id), '')`;
const ofMembership = sql`c.id, ${subjectOf} as subject, (select min(f.published_at)
  from course_version f where f.school_id = c.school_id and f.course_id = c.id) as published`;

/** Whether terms of a membership open a course `c` today. */
export const opensToday = (terms: RawBuilder<unknown>): RawBuilder<boolean> => sql`
  not ${terms} -> 'except' ? c.id
  and (coalesce(${terms} -> 'subjects', '[]') = '[]' or ${terms} -> 'subjects' ? ${subjectOf})`;

export interface MetCourse extends MemberCourse {
  /** When it was published first. */
  published: string;
}

/** A course as memberships look at it; null: it was never published. */
export async function courseMet(tx: SchoolTransaction, id: string): Promise<MetCourse | null> {
  const { rows } = await sql<MetCourse>`
    select ${ofMembership} from course c where c.id = ${id} and c.current_version is not null
  `.execute(tx);
  return rows[0] ?? null;
}

/** The courses of a school that visitors meet and may come into, in its own order. */
export async function coursesMet(tx: SchoolTransaction) {
  const { rows } = await sql<MetCourse & { title: string; cover: Cover | null }>`
    select ${ofMembership}, v.title, (
      select jsonb_build_object('hash', k.hash, 'width', k.width, 'height', k.height,
        'x', k.focus_x, 'y', k.focus_y)
      from course_cover k where k.school_id = c.school_id and k.course_id = c.id
    ) as cover
    from course c
    join course_version v on v.school_id = c.school_id and v.course_id = c.id
      and v.number = c.current_version
    where not c.archived and ${openToMembers}
    order by c.position, c.id limit ${sql.lit(COURSES)}
  `.execute(tx);
  return rows;
}

/** Courses that somebody is in. */
export async function takenUp(
  tx: SchoolTransaction,
  person: string,
  at: string,
): Promise<Set<string>> {
  const rows = await tx
    .selectFrom("enrollment")
    .select("course_id")
    .distinct()
    .where("person_id", "=", person)
    .where((q) => q.or([q("access_until", "is", null), q("access_until", ">", at)]))
    .limit(COURSES * 4)
    .execute();
  return new Set(rows.map(({ course_id }) => course_id));
}
