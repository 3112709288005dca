/** The secret addresses of people's calendars, and what stands in these, in the database. */
import type { CalendarEvent } from "@dawngate/core/schedule";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export async function timeZoneOf(tx: SchoolTransaction, person: string): Promise<string> {
  const row = await tx
    .selectFrom("person")
    .select("time_zone")
    .where("id", "=", person)
    .executeTakeFirst();
  return row?.time_zone ?? "UTC";
}

/** Whose calendar it is; null: nobody's. */
export async function findFeed(tx: SchoolTransaction, hash: string): Promise<string | null> {
  const row = await tx
    .selectFrom("calendar_feed")
    .select("person_id")
    .where("token_hash", "=", hash)
    .executeTakeFirst();
  return row?.person_id ?? null;
}

/** When a person's address was made; null: there is none. */
export async function readFeedMade(tx: SchoolTransaction, person: string): Promise<string | null> {
  const row = await tx
    .selectFrom("calendar_feed")
    .select("made_at")
    .where("person_id", "=", person)
    .executeTakeFirst();
  return row?.made_at ?? null;
}

export async function setFeed(
  tx: SchoolTransaction,
  school: SchoolId,
  person: string,
  hash: string,
  at: string,
): Promise<void> {
  const made = { token_hash: hash, made_at: at };
  await tx
    .insertInto("calendar_feed")
    .values({ school_id: school, person_id: person, ...made })
    .onConflict((on) => on.columns(["school_id", "person_id"]).doUpdateSet(made))
    .execute();
}

export async function dropFeed(tx: SchoolTransaction, person: string): Promise<void> {
  await tx.deleteFrom("calendar_feed").where("person_id", "=", person).execute();
}

interface EntryRow {
  uid: string;
  at: string;
  summary: string;
  sequence: number;
  gone: boolean;
}

/**
 * Writes down what a person's calendar tells, and answers it with how often each event was changed (RFC 5545 3.8.7.4).
 * What was told before and is not any more is cancelled; it stays in the calendar as long as anything of its age.
 */
export async function keepEntries(
  tx: SchoolTransaction,
  school: SchoolId,
  person: string,
  told: readonly CalendarEvent[],
  oldest: Instant,
): Promise<CalendarEvent[]> {
  const given = told.map(({ uid, at, summary }) => ({ uid, at: formatInstant(at), summary }));
  const since = formatInstant(oldest);
  const written = await sql<EntryRow>`
    with given as materialized (
      select uid, at, summary
      from jsonb_to_recordset(${JSON.stringify(given)}::jsonb) as g (uid text, at timestamptz, summary text)
    ), old as (
      delete from calendar_entry e where e.person_id = ${person} and e.at <= ${since}::timestamptz
        and not exists (select 1 from given g where g.uid = e.uid)
    ), cancelled as (
      update calendar_entry e set gone = true, sequence = e.sequence + 1
      where e.person_id = ${person} and not e.gone and e.at > ${since}::timestamptz
        and not exists (select 1 from given g where g.uid = e.uid)
      returning e.uid, e.at, e.summary, e.sequence, e.gone
    ), kept as (
      insert into calendar_entry (school_id, person_id, uid, at, summary)
      select ${school}, ${person}, uid, at, summary from given order by uid
      on conflict (school_id, person_id, uid) do update
        set at = excluded.at, summary = excluded.summary, gone = false,
          sequence = calendar_entry.sequence + 1
        where (calendar_entry.at, calendar_entry.summary, calendar_entry.gone)
          is distinct from (excluded.at, excluded.summary, false)
      returning uid, at, summary, sequence, gone
    )
    select * from cancelled union all select * from kept
    union all
    select e.uid, e.at, e.summary, e.sequence, e.gone from calendar_entry e
    where e.person_id = ${person} and e.at > ${since}::timestamptz
      and not exists (select 1 from cancelled c where c.uid = e.uid)
      and not exists (select 1 from kept k where k.uid = e.uid)
  `.execute(tx);
  const sequences = new Map(written.rows.map((row) => [row.uid, row]));
  const cancelled = written.rows.flatMap(({ uid, at, summary, sequence, gone }) =>
    gone
      ? [
          {
            uid,
            at: Date.parse(at) as Instant,
            summary,
            description: "",
            sequence,
            cancelled: true,
          },
        ]
      : [],
  );
  return [
    ...told.map((event) => ({ ...event, sequence: sequences.get(event.uid)?.sequence ?? 0 })),
    ...cancelled,
  ].sort((a, b) => a.at - b.at);
}
