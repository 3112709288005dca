/** What a listing's public page is made from, in one question. */
import type { Cover } from "@dawngate/contract/courses";
import type { Announcement } from "@dawngate/contract/page";
import type { Offer } from "@dawngate/contract/sales";
import type { CourseCard } from "@dawngate/core/courses";
import { type RawBuilder, sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { type OnPage, onPage } from "./store";

/** A course that stands on the page. */
interface Pictured {
  id: string;
  version: number;
  card: CourseCard;
  cover: Cover | null;
}

interface Row extends OnPage {
  title: string;
  state: "draft" | "on-sale" | "private" | "hidden";
  offer: Offer;
  courses: Pictured[];
  announcements: Announcement[];
}

/** Published courses `c`, in the order of `k.place`. */
const coursesIn = (from: RawBuilder<unknown>) => sql<Pictured[]>`
  coalesce((select jsonb_agg(jsonb_build_object('id', c.id, 'version', c.current_version,
      'card', p.card, 'cover', case when v.hash is null then null else
        jsonb_build_object('hash', v.hash, 'width', v.width, 'height', v.height,
          'x', v.focus_x, 'y', v.focus_y) end) order by k.place)
    from ${from} and c.current_version is not null
    join course_page p on p.school_id = c.school_id and p.course_id = c.id
    left join course_cover v on v.school_id = c.school_id and v.course_id = c.id), '[]')`;

/** Some published courses, in this order. */
export async function readCourses(
  tx: SchoolTransaction,
  ids: readonly string[],
): Promise<Pictured[]> {
  const { rows } = await sql<{ courses: Pictured[] }>`
    select ${coursesIn(sql`unnest(${ids}::text[]) with ordinality as k (id, place)
      join course c on c.id = k.id`)} as courses
  `.execute(tx);
  return rows[0]?.courses ?? [];
}

/** A listing with its published courses, in its own order; null where there is none. */
export async function readListed(tx: SchoolTransaction, id: string): Promise<Row | null> {
  const { rows } = await sql<Row>`
    select l.title, l.state, t.terms as offer,
      ${onPage("listing", sql`l.school_id`, sql`l.id`)},
      ${coursesIn(sql`jsonb_array_elements(t.terms -> 'courses') with ordinality as k (course, place)
        join course c on c.school_id = l.school_id and c.id = k.course ->> 'id'`)} as courses,
      '[]'::jsonb as announcements
    from listing l
    join listing_terms t on t.school_id = l.school_id and t.listing_id = l.id and t.number = l.number
    where l.id = ${id}
  `.execute(tx);
  return rows[0] ?? null;
}
