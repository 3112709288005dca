/** Prices announced to those who pay already, in the database. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../../db/connection";

export interface AnnouncedRow {
  id: string;
  listing: string;
  option: string;
  number: number;
  from: string;
  at: string;
}

const ROW = sql`id, listing_id as listing, option_id as option, terms_number as number,
  from_day as "from", at`;

/** Writes one, or answers the same that is there. */
export async function insertAnnounced(
  tx: SchoolTransaction,
  school: SchoolId,
  { id, listing, option, number, from, at }: AnnouncedRow,
): Promise<{ announced: AnnouncedRow; isNew: boolean }> {
  const { rows: fresh } = await sql<AnnouncedRow>`
    insert into announced_price (school_id, id, listing_id, option_id, terms_number, from_day, at)
    values (${school}, ${id}::uuid, ${listing}, ${option}, ${number}, ${from}::date, ${at}::timestamptz)
    on conflict (school_id, listing_id, option_id, terms_number, from_day) do nothing
    returning ${ROW}
  `.execute(tx);
  if (fresh[0]) return { announced: fresh[0], isNew: true };
  const { rows } = await sql<AnnouncedRow>`
    select ${ROW} from announced_price where listing_id = ${listing} and option_id = ${option}
      and terms_number = ${number} and from_day = ${from}::date
  `.execute(tx);
  return { announced: rows[0] as AnnouncedRow, isNew: false };
}

/** Held: while orders are written by it nobody takes it back. */
export async function readAnnounced(
  tx: SchoolTransaction,
  id: string,
): Promise<AnnouncedRow | null> {
  const { rows } = await sql<AnnouncedRow>`
    select ${ROW} from announced_price where id = ${id}::uuid for key share
  `.execute(tx);
  return rows[0] ?? null;
}

/** Forgets what was announced of a way to pay; false: nothing was. */
export async function dropAnnounced(
  tx: SchoolTransaction,
  listing: string,
  option: string,
): Promise<boolean> {
  const { numDeletedRows } = await tx
    .deleteFrom("announced_price")
    .where("listing_id", "=", listing)
    .where("option_id", "=", option)
    .executeTakeFirst();
  return numDeletedRows > 0n;
}

/** The last that was announced of each way to pay of a listing, and what it came to for new buyers. */
export async function lastAnnounced(
  tx: SchoolTransaction,
  listing: string,
): Promise<(AnnouncedRow & { amount: number | null })[]> {
  const { rows } = await sql<AnnouncedRow & { amount: number | null }>`
    select a.*, (jsonb_path_query_first(t.terms, '$.options[*] ? (@.id == $option).amount',
      jsonb_build_object('option', a.option)))::integer as amount
    from (
      select distinct on (option_id) ${ROW} from announced_price where listing_id = ${listing}
      order by option_id, at desc, id
    ) a
    join listing_terms t on t.listing_id = a.listing and t.number = a.number
  `.execute(tx);
  return rows;
}

/** The ways to pay of a listing that asked for another price before, in whatever earlier terms. */
export async function pricedOtherwise(
  tx: SchoolTransaction,
  listing: string,
  ways: readonly { id: string; amount: number }[],
): Promise<Set<string>> {
  const { rows } = await sql<{ id: string }>`
    select w.id from jsonb_to_recordset(${JSON.stringify(ways)}::jsonb) w (id text, amount integer)
    where exists (select from listing_terms t where t.listing_id = ${listing}
      and jsonb_path_exists(t.terms, '$.options[*] ? (@.id == $id && @.amount != $amount)',
        jsonb_build_object('id', w.id, 'amount', w.amount)))
  `.execute(tx);
  return new Set(rows.map(({ id }) => id));
}

/** How many orders of a listing run in each way to pay, as they were bought or changed last; so many are counted. */
export async function countRunning(
  tx: SchoolTransaction,
  listing: string,
  most: number,
): Promise<Map<string, number>> {
  const { rows } = await sql<{ option: string; n: number }>`
    select coalesce((
        select v.data -> 'to' ->> 'option' from order_event v
        where v.school_id = o.school_id and v.order_id = o.id and v.kind = 'option-changed'
        order by v.sequence desc limit 1), o.option_id) as option,
      count(*)::integer as n
    from (
      select school_id, id, option_id from sales_order
      where listing_id = ${listing} and kind = 'subscription' and state = 'paid'
        and standing not in ('ended', 'refunded')
      order by id limit ${sql.lit(most)}
    ) o group by 1
  `.execute(tx);
  return new Map(rows.map(({ option, n }) => [option, n]));
}

/** Those that run, so many after one. */
export async function runningAfter(
  tx: SchoolTransaction,
  listing: string,
  after: string,
  most: number,
): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select id from sales_order
    where listing_id = ${listing} and kind = 'subscription' and state = 'paid'
      and standing not in ('ended', 'refunded') and id > ${after}
    order by id limit ${sql.lit(most)}
  `.execute(tx);
  return rows.map(({ id }) => id);
}
