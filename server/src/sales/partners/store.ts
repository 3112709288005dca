/** Partners, what they brought and what they were paid, in the database. */
import type {
  NewPartner,
  PaidOut,
  PartnerBalance,
  PartnerTerms,
  Payout,
} from "@dawngate/contract/partners";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../../db/connection";

export interface PartnerRow {
  id: string;
  name: string;
  email: string;
  word: string;
  percent: number;
  ended: boolean;
  page_hash: string | null;
}

const COLUMNS = ["id", "name", "email", "word", "ended", "page_hash"] as const;
const percent = sql<number>`percent::float8`.as("percent");

/** By name, so many; ended ones last. */
export const readPartners = (tx: SchoolTransaction, most: number): Promise<PartnerRow[]> =>
  tx
    .selectFrom("partner")
    .select([...COLUMNS, percent])
    .orderBy("ended")
    .orderBy(sql`lower(name)`)
    .orderBy("id")
    .limit(most)
    .execute();

/** `hold`: nobody else changes them, or what they were paid, until this transaction ends. */
export async function readPartner(
  tx: SchoolTransaction,
  id: string,
  hold = false,
): Promise<PartnerRow | undefined> {
  return tx
    .selectFrom("partner")
    .select([...COLUMNS, percent])
    .where("id", "=", id)
    .$if(hold, (query) => query.forNoKeyUpdate())
    .executeTakeFirst();
}

/** Whoever has this word in their links. */
export const readByWord = (tx: SchoolTransaction, word: string) =>
  tx.selectFrom("partner").select(["id", "ended"]).where("word", "=", word).executeTakeFirst();

/** Those of these who take part at this moment, and whose address is not the buyer's own. */
export async function takingPart(
  tx: SchoolTransaction,
  ids: readonly string[],
  buyer: string,
): Promise<Map<string, number>> {
  const rows = await tx
    .selectFrom("partner")
    .select(["id", percent])
    .where("id", "in", ids)
    .where("ended", "=", false)
    .where(sql`lower(email)`, "!=", buyer.toLowerCase())
    .execute();
  return new Map(rows.map((row) => [row.id, row.percent]));
}

/** False where the word is another's already, or there are so many partners. */
export async function insertPartner(
  tx: SchoolTransaction,
  school: SchoolId,
  { id, name, email, word, percent }: NewPartner & { id: string },
  most: number,
): Promise<boolean> {
  const { numAffectedRows } = await sql`
    insert into partner (school_id, id, name, email, word, percent)
    select ${school}, ${id}, ${name}, ${email}, ${word}, ${percent}::numeric
    where (select count(*) from partner) < ${most}
    on conflict (school_id, word) do nothing
  `.execute(tx);
  return numAffectedRows === 1n;
}

export async function updatePartner(
  tx: SchoolTransaction,
  id: string,
  set: Partial<Omit<PartnerRow, "id">>,
): Promise<void> {
  if (Object.keys(set).length > 0)
    await tx.updateTable("partner").set(set).where("id", "=", id).execute();
}

export async function readPartnerTerms(tx: SchoolTransaction): Promise<PartnerTerms | null> {
  const row = await tx.selectFrom("school").select("partner_terms").executeTakeFirstOrThrow();
  return row.partner_terms;
}

export async function writePartnerTerms(tx: SchoolTransaction, terms: PartnerTerms): Promise<void> {
  await tx
    .updateTable("school")
    .set({ partner_terms: JSON.stringify(terms) })
    .execute();
}

/** One more browser on a day of the school's. */
export async function countVisit(
  tx: SchoolTransaction,
  school: SchoolId,
  partner: string,
  day: string,
): Promise<void> {
  await sql`
    insert into partner_visit as v (school_id, partner_id, day, visits)
    values (${school}, ${partner}, ${day}::date, 1)
    on conflict (school_id, partner_id, day) do update set visits = v.visits + 1
  `.execute(tx);
}

/** Browsers in all, and from a day on. */
export async function readVisits(tx: SchoolTransaction, partner: string, from: string) {
  const { rows } = await sql<{ all: number; month: number }>`
    select coalesce(sum(visits), 0)::int as all,
      coalesce(sum(visits) filter (where day >= ${from}::date), 0)::int as month
    from partner_visit where partner_id = ${partner}
  `.execute(tx);
  return rows[0] ?? { all: 0, month: 0 };
}

/** What stands with each of these partners, by currency, and what is begun and not paid. */
export async function readBalances(tx: SchoolTransaction, ids: readonly string[]) {
  const { rows } = await sql<PartnerBalance & { partner: string; unfinished: number }>`
    select partner_id as partner, currency, orders, unfinished, net, earned, payable, paid_out as "paidOut",
      payable - paid_out as due
    from (
      select s.partner_id, s.currency, s.orders, s.unfinished, s.net::float8 as net,
        s.earned::float8 as earned, s.payable::float8 as payable,
        (select coalesce(sum(amount), 0)::float8 from partner_payout p
         where p.partner_id = s.partner_id and p.currency = s.currency and taken_back is null) as paid_out
      from partner_sum s where s.partner_id = any (${ids}::text[])
    ) s
    order by currency
  `.execute(tx);
  return rows;
}

/** When more can be paid out next, by partner. */
export async function readNextPayable(tx: SchoolTransaction, ids: readonly string[]) {
  const { rows } = await sql<{ partner: string; at: string }>`
    select id as partner, (
      select next_at from partner_share where partner_id = p.id and next_at is not null
      order by next_at limit 1
    ) as at
    from partner p where id = any (${ids}::text[])
  `.execute(tx);
  return new Map(rows.map(({ partner, at }) => [partner, at]));
}

export interface ShareRow {
  order: string;
  title: string;
  buyer: string;
  at: string;
  currency: string;
  percent: number;
  net: number;
  earned: number;
  payable: number;
  nextPayable: string | null;
}

/** Paid orders that a partner brought, the latest first, after one of them. */
export async function readShares(
  tx: SchoolTransaction,
  partner: string,
  { after, most }: { after: { at: string; order: string } | null; most: number },
): Promise<ShareRow[]> {
  const { rows } = await sql<ShareRow>`
    select s.order_id as order, o.title, o.name as buyer, s.at, s.currency, s.percent::float8 as percent,
      s.net::float8 as net, s.earned::float8 as earned, s.payable::float8 as payable,
      s.next_at as "nextPayable"
    from partner_share s join sales_order o on o.school_id = s.school_id and o.id = s.order_id
    where s.partner_id = ${partner} and s.paid
    ${after ? sql`and (s.at, s.order_id) < (${after.at}::timestamptz, ${after.order})` : sql``}
    order by s.at desc, s.order_id desc limit ${most}
  `.execute(tx);
  return rows;
}

/** What of an order is whose; null: nobody brought it. */
export async function readShareOf(tx: SchoolTransaction, order: string) {
  const { rows } = await sql<{
    id: string;
    name: string;
    percent: number;
    net: number;
    earned: number;
    payable: number;
    nextPayable: string | null;
  }>`
    select p.id, p.name, s.net::float8 as net, s.percent::float8 as percent, s.earned::float8 as earned,
      s.payable::float8 as payable, s.next_at as "nextPayable"
    from partner_share s join partner p on p.school_id = s.school_id and p.id = s.partner_id
    where s.order_id = ${order}
  `.execute(tx);
  return rows[0] ?? null;
}

export async function writeShare(
  tx: SchoolTransaction,
  school: SchoolId,
  order: { id: string; at: string; currency: string; paid: boolean },
  share: {
    id: string;
    percent: number;
    net: number;
    earned: number;
    payable: number;
    nextAt: string | null;
  },
): Promise<void> {
  await sql`
    insert into partner_share (school_id, order_id, partner_id, at, currency, percent, paid, net, earned,
      payable, next_at, stale)
    values (${school}, ${order.id}, ${share.id}, ${order.at}::timestamptz, ${order.currency},
      ${share.percent}::numeric, ${order.paid}, ${share.net}, ${share.earned}, ${share.payable},
      ${share.nextAt}::timestamptz, false)
    on conflict (school_id, order_id) do update set paid = excluded.paid, net = excluded.net,
      earned = excluded.earned, payable = excluded.payable, next_at = excluded.next_at, stale = false
  `.execute(tx);
}

/** Says that something has happened to an order; false where nobody brought it. */
export async function staleShare(tx: SchoolTransaction, order: string): Promise<boolean> {
  const { numUpdatedRows } = await tx
    .updateTable("partner_share")
    .set({ stale: true })
    .where("order_id", "=", order)
    .executeTakeFirst();
  return numUpdatedRows === 1n;
}

/** Orders of a partner, or of all, to be looked at again at an instant, so many. */
export async function staleShares(
  tx: SchoolTransaction,
  partner: string | null,
  now: string,
  most: number,
): Promise<string[]> {
  const theirs = partner === null ? sql`true` : sql`partner_id = ${partner}`;
  const { rows } = await sql<{ order_id: string }>`
    (select order_id from partner_share where ${theirs} and stale limit ${most})
    union
    (select order_id from partner_share where ${theirs}
      and next_at is not null and next_at <= ${now}::timestamptz limit ${most})
    limit ${most}
  `.execute(tx);
  return rows.map(({ order_id }) => order_id);
}

const PAYOUT = sql`p.id, p.at, p.currency, p.amount::float8 as amount, p.note, m.name as by,
  p.taken_back is not null as "takenBack"`;
const PAID_OUT = sql`partner_payout p
  left join member m on m.school_id = p.school_id and m.user_id = p.account_id`;

/** Of all partners, the latest first, after one of them. */
export async function readAllPayouts(
  tx: SchoolTransaction,
  { after, most }: { after: { at: string; id: string } | null; most: number },
): Promise<PaidOut[]> {
  const { rows } = await sql<PaidOut>`
    select ${PAYOUT}, json_build_object('id', w.id, 'name', w.name) as partner
    from ${PAID_OUT} join partner w on w.school_id = p.school_id and w.id = p.partner_id
    ${after ? sql`where (p.at, p.id) < (${after.at}::timestamptz, ${after.id})` : sql``}
    order by p.at desc, p.id desc limit ${most}
  `.execute(tx);
  return rows;
}

/** The latest, so many. */
export async function readPayouts(
  tx: SchoolTransaction,
  partner: string,
  most: number,
): Promise<Payout[]> {
  const { rows } = await sql<Payout>`
    select ${PAYOUT} from ${PAID_OUT}
    where p.partner_id = ${partner} order by p.at desc, p.id desc limit ${most}
  `.execute(tx);
  return rows;
}

/** False where the same press has marked it already. */
export async function insertPayout(
  tx: SchoolTransaction,
  school: SchoolId,
  payout: {
    id: string;
    partner: string;
    key: string;
    at: string;
    currency: string;
    amount: number;
    note: string;
    account: string | null;
  },
): Promise<boolean> {
  const { numAffectedRows } = await sql`
    insert into partner_payout (school_id, id, partner_id, key, at, currency, amount, note, account_id)
    values (${school}, ${payout.id}, ${payout.partner}, ${payout.key}, ${payout.at}::timestamptz,
      ${payout.currency}, ${payout.amount}, ${payout.note}, ${payout.account})
    on conflict (school_id, key) do nothing
  `.execute(tx);
  return numAffectedRows === 1n;
}

export async function hasPayout(tx: SchoolTransaction, key: string): Promise<boolean> {
  const row = await tx
    .selectFrom("partner_payout")
    .select("id")
    .where("key", "=", key)
    .executeTakeFirst();
  return row !== undefined;
}

/** False where there is none. Twice is once. */
export async function takeBack(
  tx: SchoolTransaction,
  partner: string,
  id: string,
  at: string,
): Promise<boolean> {
  const { numUpdatedRows } = await tx
    .updateTable("partner_payout")
    .set({ taken_back: sql<string>`coalesce(taken_back, ${at}::timestamptz)` })
    .where("partner_id", "=", partner)
    .where("id", "=", id)
    .executeTakeFirst();
  return numUpdatedRows === 1n;
}

/** What everybody finds on sale, by title, so many. */
export const readOnSaleTitles = (tx: SchoolTransaction, most: number) =>
  tx
    .selectFrom("listing")
    .select(["id", "title"])
    .where("state", "=", "on-sale")
    .orderBy("title")
    .orderBy("id")
    .limit(most)
    .execute();
