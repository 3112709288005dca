/** What somebody was told and has not read, in the database. */
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import { type RawBuilder, sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";

/** What went out longer ago is no news, read or not. */
const NEWS_FOR = 30 * DAY;
/** So many are counted. */
const COUNTED = 99;

/** Notices `n` that are told in the application: also what the mail server refused, or has not taken yet. */
export const toldBy = (now: Instant): RawBuilder<boolean> =>
  sql`n.state <> 'late' and n.at <= ${formatInstant(now)}::timestamptz`;

/** Those of them that are new to whom they are for. */
export const isNews = (now: Instant): RawBuilder<boolean> =>
  sql`n.read_at is null and ${toldBy(now)}
    and n.at > ${formatInstant((now - NEWS_FOR) as Instant)}::timestamptz`;

/** How much of it there is for somebody, up to ninety-nine. */
export async function countNews(
  tx: SchoolTransaction,
  person: string,
  now: Instant,
): Promise<number> {
  const { rows } = await sql<{ count: number }>`
    select count(*)::integer as count from (
      select from notice n where n.person_id = ${person} and ${isNews(now)} limit ${sql.lit(COUNTED)}
    ) as news
  `.execute(tx);
  return rows[0]?.count ?? 0;
}
