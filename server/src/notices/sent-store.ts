/** What has gone out, in the database. */
import type { NoticeState } from "@dawngate/contract/notices";
import { ALWAYS, type Kind } from "@dawngate/core/notices";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import type { KeptLetter } from "../db/tables/notices";

/** So much of what a mail server says is kept. */
export const SAID = 1000;

export interface ToSend {
  id: string;
  kind: Kind;
  person: string;
  name: string;
  email: string;
  key: string;
  course: string | null;
  letter: KeptLetter;
  at: string;
  state: NoticeState;
  notAfter: string;
  /** What a mail server said of the address for good; null: nothing. */
  refusal: string | null;
  mayBeOff: boolean;
}

/** Those of them that are still there, in their order. */
export async function readToSend(tx: SchoolTransaction, ids: readonly string[]): Promise<ToSend[]> {
  const { rows } = await sql<Omit<ToSend, "mayBeOff">>`
    select n.id::text as id, n.kind, n.person_id as person, p.name, p.email, l.key,
      n.course_id as course, n.letter, n.at, n.state, n.not_after as "notAfter", r.says as refusal
    from notice n
    join person p on p.school_id = n.school_id and p.id = n.person_id
    join notice_person l on l.school_id = n.school_id and l.person_id = n.person_id
    left join mail_refused r on r.school_id = n.school_id and r.address = lower(p.email)
    where n.id = any (${ids}::bigint[])
    order by n.at, n.id
  `.execute(tx);
  return rows.map((row) => ({ ...row, mayBeOff: !ALWAYS.has(row.kind) }));
}

/** Where it stands now. */
export async function setSent(
  tx: SchoolTransaction,
  id: string,
  { state, at, fault }: { state: ToSend["state"]; at: string | null; fault: string | null },
): Promise<void> {
  await tx
    .updateTable("notice")
    .set({ state, sent_at: at, fault: fault?.slice(0, SAID) ?? null })
    .where("id", "=", id)
    .execute();
}

export interface SentRow {
  id: string;
  kind: Kind;
  at: string;
  state: ToSend["state"];
  fault: string | null;
  person: { id: string; name: string; email: string };
  course: string | null;
  subject: string;
}

const SENT = sql`n.id::text as id, n.kind, n.at, n.state, n.fault,
  json_build_object('id', p.id, 'name', p.name, 'email', p.email) as person,
  v.title as course, n.letter ->> 'subject' as subject`;
const FROM = sql`
  from notice n
  join person p on p.school_id = n.school_id and p.id = n.person_id
  left join course c on c.school_id = n.school_id and c.id = n.course_id
  left join course_version v
    on v.school_id = c.school_id and v.course_id = c.id and v.number = c.current_version`;

interface Narrowed {
  kind: Kind | null;
  state: ToSend["state"] | null;
  person: string | null;
  after: { at: string; id: string } | null;
  most: number;
}

/** A page of what has gone out or waits, the latest first, and one row more. */
export async function readSentPage(
  tx: SchoolTransaction,
  { kind, state, person, after, most }: Narrowed,
): Promise<SentRow[]> {
  const { rows } = await sql<SentRow>`
    select ${SENT}
    ${FROM}
    where true
      ${kind === null ? sql`` : sql`and n.kind = ${kind}`}
      ${state === null ? sql`` : sql`and n.state = ${state}`}
      ${person === null ? sql`` : sql`and n.person_id = ${person}`}
      ${after === null ? sql`` : sql`and (n.at, n.id) < (${after.at}::timestamptz, ${after.id}::bigint)`}
    order by n.at desc, n.id desc limit ${most + 1}
  `.execute(tx);
  return rows;
}

/** One as it went out. */
export async function readSentOne(tx: SchoolTransaction, id: string) {
  const { rows } = await sql<SentRow & { letter: KeptLetter; sentAt: string | null }>`
    select ${SENT}, n.sent_at as "sentAt", n.letter
    ${FROM}
    where n.id = ${id}::bigint
  `.execute(tx);
  return rows[0] ?? null;
}

/** It waits again, until an instant; false where it is gone. */
export async function setAgain(tx: SchoolTransaction, id: string, until: string): Promise<boolean> {
  const { numUpdatedRows } = await tx
    .updateTable("notice")
    .set({ state: "waiting", sent_at: null, fault: null, not_after: until })
    .where("id", "=", id)
    .executeTakeFirst();
  return numUpdatedRows === 1n;
}

/** How many go out on each day of a span, by kind. */
export async function readDays(tx: SchoolTransaction, from: string, through: string) {
  return tx
    .selectFrom("notice_day")
    .select(["day", "kind", "count"])
    .where("day", ">=", from)
    .where("day", "<=", through)
    .where("count", ">", 0)
    .orderBy("day")
    .orderBy("kind")
    .execute();
}

/** What somebody will be told next, as far as is known today. */
export async function readAheadOf(
  tx: SchoolTransaction,
  person: string,
  now: string,
  most: number,
) {
  const { rows } = await sql<{ at: string; kind: Kind; course: string | null; things: number }>`
    select a.at, a.kind, v.title as course, a.things
    from notice_ahead a
    left join course c on c.school_id = a.school_id and c.id = a.course_id
    left join course_version v
      on v.school_id = c.school_id and v.course_id = c.id and v.number = c.current_version
    where a.person_id = ${person} and a.at > ${now}::timestamptz
    order by a.at, a.kind limit ${most}
  `.execute(tx);
  return rows;
}

/** Where the latest notice with a key stands. */
export async function stateOfKey(
  tx: SchoolTransaction,
  person: string,
  key: string,
): Promise<Pick<SentRow, "state" | "fault"> | null> {
  const { rows } = await sql<Pick<SentRow, "state" | "fault">>`
    select n.state, n.fault from notice n
    where n.person_id = ${person} and n.about @> ${JSON.stringify([{ key }])}::jsonb
    order by n.at desc, n.id desc limit 1
  `.execute(tx);
  return rows[0] ?? null;
}
