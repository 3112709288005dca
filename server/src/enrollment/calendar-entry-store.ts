/** What calendars told, and how often each event of them was changed, in the database. */
import type { CalendarEvent } from "@dawngate/core/schedule";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { type RawBuilder, sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** A person's own calendar, or the one of the year, which is the school's. */
export type Whose = { person: string } | "the year";

/** Where its entries are, and which they are. */
function of(whose: Whose) {
  if (whose === "the year")
    return {
      table: sql.table("year_entry"),
      own: sql`true`,
      columns: sql`school_id`,
      values: (school: SchoolId): RawBuilder<unknown> => sql`${school}`,
      key: sql`school_id, uid`,
    };
  const { person } = whose;
  return {
    table: sql.table("calendar_entry"),
    own: sql`e.person_id = ${person}`,
    columns: sql`school_id, person_id`,
    values: (school: SchoolId): RawBuilder<unknown> => sql`${school}, ${person}`,
    key: sql`school_id, person_id, uid`,
  };
}

interface EntryRow {
  uid: string;
  at: string;
  summary: string;
  sequence: number;
  gone: boolean;
}

/**
 * Writes down what a calendar tells, and answers it with how often each event was changed (RFC 5545 3.8.7.4).
 * What was told before and is not any more is cancelled; it stays in the calendar as long as anything of its age.
 */
export async function keepEntries(
  tx: SchoolTransaction,
  school: SchoolId,
  whose: Whose,
  told: readonly CalendarEvent[],
  oldest: Instant,
): Promise<CalendarEvent[]> {
  const { table, own, columns, values, key } = of(whose);
  const given = told.map(({ uid, at, summary }) => ({ uid, at: formatInstant(at), summary }));
  const since = formatInstant(oldest);
  const written = await sql<EntryRow>`
    with given as materialized (
      select uid, at, summary
      from jsonb_to_recordset(${JSON.stringify(given)}::jsonb) as g (uid text, at timestamptz, summary text)
    ), old as (
      delete from ${table} e where ${own} and e.at <= ${since}::timestamptz
        and not exists (select 1 from given g where g.uid = e.uid)
    ), cancelled as (
      update ${table} e set gone = true, sequence = e.sequence + 1
      where ${own} and not e.gone and e.at > ${since}::timestamptz
        and not exists (select 1 from given g where g.uid = e.uid)
      returning e.uid, e.at, e.summary, e.sequence, e.gone
    ), kept as (
      insert into ${table} as t (${columns}, uid, at, summary)
      select ${values(school)}, uid, at, summary from given order by uid
      on conflict (${key}) do update
        set at = excluded.at, summary = excluded.summary, gone = false,
          sequence = t.sequence + 1
        where (t.at, t.summary, t.gone)
          is distinct from (excluded.at, excluded.summary, false)
      returning uid, at, summary, sequence, gone
    )
    select * from cancelled union all select * from kept
    union all
    select e.uid, e.at, e.summary, e.sequence, e.gone from ${table} e
    where ${own} and e.at > ${since}::timestamptz
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
