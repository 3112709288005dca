/** What stands in a school's catalog, in the database. */
import type { Cover } from "@dawngate/contract/courses";
import type { Offer } from "@dawngate/contract/sales";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { opensToday, openToMembers } from "../enrollment/memberships/store";

export interface ShownRow {
  kind: "course" | "listing";
  id: string;
  title: string;
  short: string;
  subject: string;
  level: string;
  cover: Cover | null;
  lessons: number;
  minutes: number;
  courses: string[];
  featured: boolean;
  /** Only members come in by themselves. */
  members: boolean;
  /** Of a membership: how many courses are open by it; null: it is none. */
  opens: number | null;
  position: number;
  /** The terms it is sold by; of a course those of it alone. */
  offers: { id: string; offer: Offer }[];
}

/** Where a page ended: featured before others, then the school's own order. */
export type ShownEnd = readonly [featured: number, position: number, key: string];

export interface Narrowed {
  find?: string | undefined;
  subject?: string | undefined;
  level?: string | undefined;
}

/**
 * All that is shown on a day of the school's: courses that are listed, or sold by themselves to everybody; and listings
 * of several courses. A listing whose entry has days stands there in those. So many of a school's courses are looked at,
 * in its own order.
 */
const COURSES = 500;
const shownOn = (today: string) => sql`
  with course_in as materialized (
    select c.school_id, c.id, c.position, c.catalog, c.current_version
    from course c where c.current_version is not null and not c.archived
    order by c.position, c.id limit ${sql.lit(COURSES)}
  ), sold as materialized (
    select l.school_id, l.id, l.title, t.terms,
      (select count(*)::integer from listing_course k
        where k.school_id = l.school_id and k.listing_id = l.id) as courses,
      coalesce(${today} between t.terms -> 'listed' ->> 'opens' and t.terms -> 'listed' ->> 'closes',
        true) as listed
    from listing l join listing_terms t
      on t.school_id = l.school_id and t.listing_id = l.id and t.number = l.number
    where l.state = 'on-sale' order by l.title, l.id limit ${sql.lit(COURSES)}
  ), shown as (
    select 'course' as kind, c.id, v.title, coalesce(p.card ->> 'short', '') as short,
      coalesce(p.card ->> 'subject', '') as subject, coalesce(p.card ->> 'level', '') as level,
      case when k.hash is null then null else jsonb_build_object('hash', k.hash, 'width', k.width,
        'height', k.height, 'x', k.focus_x, 'y', k.focus_y) end as cover,
      v.lesson_count as lessons, v.minutes, '[]'::jsonb as courses,
      c.catalog = 'featured' as featured, exists (select from way_in w
        where w.school_id = c.school_id and w.course_id = c.id and w.entry = 'members') as members,
      null::integer as opens, c.position,
      coalesce((select jsonb_agg(jsonb_build_object('id', s.id, 'offer', s.terms))
        from sold s join listing_course o on o.school_id = s.school_id and o.listing_id = s.id
        where s.courses = 1 and o.course_id = c.id), '[]') as offers,
      exists (select from sold s
        join listing_course o on o.school_id = s.school_id and o.listing_id = s.id
        where s.courses = 1 and s.listed and o.course_id = c.id) as listed
    from course_in c
    join course_version v on v.school_id = c.school_id and v.course_id = c.id
      and v.number = c.current_version
    join course_page p on p.school_id = c.school_id and p.course_id = c.id
    left join course_cover k on k.school_id = c.school_id and k.course_id = c.id
    union all
    select 'listing', s.id, s.title, coalesce(s.terms -> 'points' ->> 0, ''), '', '', null,
      coalesce(sum(v.lesson_count), 0)::integer, coalesce(sum(v.minutes), 0),
      jsonb_agg(v.title order by c.position), false, false, null, coalesce(min(c.position), 0),
      jsonb_build_array(jsonb_build_object('id', s.id, 'offer', s.terms)), true
    from sold s
    join listing_course o on o.school_id = s.school_id and o.listing_id = s.id
    join course c on c.school_id = o.school_id and c.id = o.course_id
    join course_version v on v.school_id = c.school_id and v.course_id = c.id
      and v.number = c.current_version
    where s.courses > 1 and s.listed group by s.id, s.title, s.terms
    union all
    -- A membership stands after all that it opens.
    select 'listing', s.id, s.title, coalesce(s.terms -> 'points' ->> 0, ''), '', '', null,
      coalesce(sum(v.lesson_count), 0)::integer, coalesce(sum(v.minutes), 0),
      coalesce(jsonb_path_query_array(jsonb_agg(v.title order by c.position, c.id), '$[0 to 2]'),
        '[]'), false, false, count(*)::integer, coalesce(max(c.position), 0),
      jsonb_build_array(jsonb_build_object('id', s.id, 'offer', s.terms)), true
    from sold s
    join course_in c on c.school_id = s.school_id
      and ${opensToday(sql`(s.terms -> 'membership')`)}
      and ${openToMembers}
    join course_version v on v.school_id = c.school_id and v.course_id = c.id
      and v.number = c.current_version
    where s.listed and jsonb_typeof(s.terms -> 'membership') = 'object'
    group by s.id, s.title, s.terms
  ), visible as (
    select shown.*, case when featured then 0 else 1 end as rank, kind || ' ' || id as key from shown
    where listed
      or exists (select 1 from course_in c where c.id = shown.id and c.catalog <> 'unlisted')
  )`;

export async function readShown(
  tx: SchoolTransaction,
  today: string,
  { find = "", subject, level }: Narrowed,
  after: ShownEnd | null,
  most: number,
) {
  const like = `%${find.toLowerCase().replaceAll(/[\\%_]/g, "\\$&")}%`;
  const { rows } = await sql<ShownRow & { rank: number; key: string }>`
    ${shownOn(today)}
    select * from visible
    where true
      ${find === "" ? sql`` : sql`and lower(title || ' ' || short || ' ' || subject || ' ' || courses::text) like ${like}`}
      ${subject ? sql`and (subject = ${subject} or offers -> 0 -> 'offer' -> 'membership' -> 'subjects' ? ${subject})` : sql``}
      ${level ? sql`and level = ${level}` : sql``}
      ${after ? sql`and (rank, position, key) > (${after[0]}::integer, ${after[1]}::integer, ${after[2]})` : sql``}
    order by rank, position, key limit ${sql.lit(most + 1)}
  `.execute(tx);
  return rows;
}

/** Subjects and levels of all that is shown. */
export async function readFacets(tx: SchoolTransaction, today: string) {
  const { rows } = await sql<{ subjects: string[]; levels: string[] }>`
    ${shownOn(today)}
    select coalesce(jsonb_agg(distinct subject) filter (where subject <> ''), '[]') as subjects,
      coalesce(jsonb_agg(distinct level) filter (where level <> ''), '[]') as levels
    from visible
  `.execute(tx);
  return rows[0] ?? { subjects: [], levels: [] };
}
