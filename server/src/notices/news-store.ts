/** What one person was told, as they read it, in the database. */
import { formatInstant, type Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import type { KeptLetter } from "../db/tables/notices";
import { isNews, toldBy } from "../enrollment/news-store";

export interface NewsRow {
  id: string;
  at: string;
  kind: string;
  course: string | null;
  isNew: boolean;
  letter: KeptLetter;
}

interface Wanted {
  /** Only what is new. */
  unread: boolean;
  after: { at: string; id: string } | null;
  most: number;
}

/** A page of it, the latest first, and one row more. */
export async function readNews(
  tx: SchoolTransaction,
  person: string,
  now: Instant,
  { unread, after, most }: Wanted,
): Promise<NewsRow[]> {
  const { rows } = await sql<NewsRow>`
    select n.id::text as id, n.at, n.kind, v.title as course, (${isNews(now)}) as "isNew", n.letter
    from notice n
    left join course c on c.school_id = n.school_id and c.id = n.course_id
    left join course_version v
      on v.school_id = c.school_id and v.course_id = c.id and v.number = c.current_version
    where n.person_id = ${person} and ${unread ? isNews(now) : toldBy(now)}
      ${after === null ? sql`` : sql`and (n.at, n.id) < (${after.at}::timestamptz, ${after.id}::bigint)`}
    order by n.at desc, n.id desc limit ${most + 1}
  `.execute(tx);
  return rows;
}

/** One is read, or all that had come by an instant; what is read stays so. */
export async function setRead(
  tx: SchoolTransaction,
  person: string,
  which: { id: string } | { until: string },
  now: Instant,
): Promise<void> {
  await sql`
    update notice n set read_at = ${formatInstant(now)}::timestamptz
    where n.person_id = ${person} and n.read_at is null
      and ${"id" in which ? sql`n.id = ${which.id}::bigint` : sql`n.at <= ${which.until}::timestamptz`}
  `.execute(tx);
}
