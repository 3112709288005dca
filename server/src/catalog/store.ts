/** What a public page is made from, in one question. */

import type { Cover } from "@dawngate/contract/courses";
import type { Announcement } from "@dawngate/contract/page";
import type { Offer } from "@dawngate/contract/sales";
import type { Block } from "@dawngate/core/catalog";
import type { CourseCard, OwnWords } from "@dawngate/core/courses";
import { cohortSchema } from "@dawngate/core/plan";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { type RawBuilder, sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { opensToday } from "../enrollment/memberships/store";

/** What stands on the page of a course or a listing beside what it is about. */
export interface OnPage {
  /** Null: nobody has published a page of their own. */
  blocks: Block[] | null;
  /** The last part of its address; null: it has none but its own identifier. */
  address: string | null;
}

interface PageRow extends OnPage {
  announcements: Announcement[];
  title: string;
  version: number;
  archived: boolean;
  description: string;
  words: OwnWords;
  card: CourseCard;
  cover: Cover | null;
  school: { name: string; color: string; timeZone: string; contact: string; words: OwnWords };
  cohorts: { name: string; place: string; cohort: unknown }[];
  /** Listings it is sold in. */
  offers: { id: string; title: string; offer: Offer }[];
  /** Memberships on sale that it is in. */
  memberships: { id: string; title: string }[];
}

/** What of its page is published, and at which address, of a course or a listing known by this expression. */
export const onPage = (
  kind: "course" | "listing",
  school: RawBuilder<unknown>,
  id: RawBuilder<unknown>,
) => sql`
  (select b.published from block_page b
    where b.school_id = ${school} and b.kind = ${kind} and b.subject = ${id}) as blocks,
  (select a.address from page_address a
    where a.school_id = ${school} and a.kind = ${kind} and a.subject = ${id}
    order by a.at desc, a.address limit 1) as address`;

/** So many memberships stand on a course's page. */
const MOST_MEMBERSHIPS = 5;

/** So many announcements stand on a page. */
const MOST_ANNOUNCED = 5;

/**
 * Reads a published course's page as it stands at an instant, with its school and its cohorts, by their first day; null
 * where there is none.
 */
export const readPageAt = (now: Instant) => async (tx: SchoolTransaction, id: string) => {
  const { rows } = await sql<PageRow>`
    select v0.plan ->> 'title' as title, c.current_version as version, c.archived, p.description, c.words, p.card,
      (select jsonb_build_object('hash', v.hash, 'width', v.width, 'height', v.height,
          'x', v.focus_x, 'y', v.focus_y)
        from course_cover v where v.school_id = c.school_id and v.course_id = c.id) as cover,
      ${onPage("course", sql`c.school_id`, sql`c.id`)},
      coalesce((select jsonb_agg(jsonb_build_object('id', n.id, 'title', n.title, 'text', n.text,
          'onPage', true, 'cohort', null, 'at', to_char(n.at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"'))
          order by n.at desc, n.id)
        from (select * from announcement n where n.school_id = c.school_id and n.course_id = c.id
          and n.on_page and n.at <= ${formatInstant(now)}::timestamptz order by n.at desc, n.id limit ${sql.lit(MOST_ANNOUNCED)}) n), '[]') as announcements,
      jsonb_build_object('name', s.name, 'color', s.color, 'timeZone', s.time_zone,
        'contact', s.contact, 'words', s.words) as school,
      coalesce((select jsonb_agg(jsonb_build_object('name', k.name, 'place', k.place, 'cohort', jsonb_build_object(
          'id', k.id, 'course', k.course_id, 'starts', k.starts, 'ends', k.ends,
          'window', case when k.window_opens is null or k.window_closes is null then null
            else jsonb_build_object('opens', k.window_opens, 'closes', k.window_closes) end,
          'grace', k.grace, 'seats', k.seats, 'gates', k.gates)) order by k.starts, k.id)
        from cohort k where k.school_id = c.school_id and k.course_id = c.id), '[]') as cohorts
      , coalesce((select jsonb_agg(jsonb_build_object('id', l.id, 'title', l.title,
          'offer', t.terms) order by l.title, l.id)
        from listing_course k join listing l on l.school_id = k.school_id and l.id = k.listing_id
        join listing_terms t on t.school_id = l.school_id and t.listing_id = l.id and t.number = l.number
        where k.school_id = c.school_id and k.course_id = c.id and l.state = 'on-sale'), '[]') as offers
      , coalesce((select jsonb_agg(jsonb_build_object('id', m.id, 'title', m.title)
          order by m.title, m.id)
        from (select l.id, l.title from listing l
          where l.school_id = c.school_id and l.membership is not null and l.state = 'on-sale'
            and not c.archived and ${opensToday(sql`l.membership`)}
          order by l.title, l.id limit ${sql.lit(MOST_MEMBERSHIPS)}) m), '[]') as memberships
    from course c join school s on s.id = c.school_id
    join course_page p on p.school_id = c.school_id and p.course_id = c.id
    join course_version v0 on v0.school_id = c.school_id and v0.course_id = c.id
      and v0.number = c.current_version
    where c.id = ${id} and c.current_version is not null
  `.execute(tx);
  const [row] = rows;
  if (!row) return null;
  const cohorts = row.cohorts.map(({ name, place, cohort }) => ({
    name,
    place,
    cohort: cohortSchema.parse(cohort),
  }));
  return { ...row, cohorts };
};
