/** What a school tells a learning record store, in the database: where to, and what is still to be told. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export async function readRecordStore(tx: SchoolTransaction) {
  return tx.selectFrom("record_store").selectAll().executeTakeFirst();
}
export type RecordStoreRow = NonNullable<Awaited<ReturnType<typeof readRecordStore>>>;

/** Keeps where it is told; another address begins anew, from now on. `secret` null: the one that is kept. */
export async function putRecordStore(
  tx: SchoolTransaction,
  school: SchoolId,
  {
    address,
    key,
    secret,
    now,
  }: { address: string; key: string; secret: string | null; now: string },
): Promise<void> {
  await sql`
    insert into record_store as s (school_id, address, key, secret, since)
    values (${school}, ${address}, ${key}, ${secret ?? ""}, ${now})
    on conflict (school_id) do update set address = excluded.address, key = excluded.key,
      secret = coalesce(${secret}, s.secret), fault = null,
      since = case when s.address = excluded.address then s.since else excluded.since end,
      told = case when s.address = excluded.address then s.told else 0 end,
      told_at = case when s.address = excluded.address then s.told_at else null end
  `.execute(tx);
}

export async function deleteRecordStore(tx: SchoolTransaction): Promise<void> {
  await tx.deleteFrom("record_store").execute();
  await tx.deleteFrom("statement_due").execute();
}

/** How many wait to be told, up to so many. */
export async function countDue(tx: SchoolTransaction, most: number): Promise<number> {
  const { rows } = await sql<{ count: number }>`
    select count(*)::int as count from (select from statement_due limit ${most}) due
  `.execute(tx);
  return rows[0]?.count ?? 0;
}

/** Something to be told, with what stands on record of it; `event` or `attempt` null: it stands there no more. */
export interface DueRow {
  number: string;
  enrollment: string;
  person: string | null;
  name: string | null;
  kind: "event" | "attempt" | "finished";
  subject: string;
  event: { kind: string; at: string; data: { item?: string; score?: number | null } } | null;
  attempt: {
    item: string;
    startedAt: string;
    endedAt: string | null;
    earned: number | null;
    possible: number;
    score: number | null;
    passed: boolean | null;
  } | null;
  finishedAt: string | null;
}

/** The oldest that wait, so many. */
export async function readDue(tx: SchoolTransaction, most: number): Promise<DueRow[]> {
  const { rows } = await sql<DueRow>`
    select d.number::text as number, d.enrollment_id as enrollment, d.kind, d.subject, e.person_id as person, p.name,
      e.finished_at as "finishedAt",
      (select jsonb_build_object('kind', v.kind, 'at', v.at, 'data', v.data) from enrollment_event v
        where d.kind = 'event' and v.enrollment_id = d.enrollment_id and v.sequence::text = d.subject) as event,
      (select jsonb_build_object('item', a.item, 'startedAt', a.started_at, 'endedAt', a.ended_at,
          'earned', a.earned, 'possible', a.possible, 'score', a.score, 'passed', a.passed)
        from quiz_attempt a where d.kind = 'attempt' and a.id = d.subject) as attempt
    from statement_due d
    left join enrollment e on e.school_id = d.school_id and e.id = d.enrollment_id
    left join person p on p.school_id = e.school_id and p.id = e.person_id
    order by d.number limit ${most}
  `.execute(tx);
  return rows;
}

/** What was heard is told no more. */
export async function setTold(
  tx: SchoolTransaction,
  numbers: readonly string[],
  heard: number,
  now: string,
): Promise<void> {
  await sql`delete from statement_due where number = any (${[...numbers]}::bigint[])`.execute(tx);
  await sql`
    update record_store set told = told + ${heard}, told_at = ${now}, fault = null
  `.execute(tx);
}

/** Why it was not heard; null: it was. */
export async function setFault(tx: SchoolTransaction, fault: string | null): Promise<void> {
  await tx.updateTable("record_store").set({ fault }).execute();
}
