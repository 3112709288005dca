/** The events of enrollments in the database, and all that a person's dates follow from. */
import type { OwnWords } from "@dawngate/core/courses";
import type { PlanCohort, PlanSchool } from "@dawngate/core/plan";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { KeptEvent } from "./events";

/** What is on record about an enrollment, the newest first, so many below an event. */
export async function readEvents(
  tx: SchoolTransaction,
  enrollment: string,
  before: number | null,
  most: number,
) {
  return tx
    .selectFrom("enrollment_event")
    .select(["sequence", "kind", "at", "author", "author_kind", "reason", "data"])
    .where("enrollment_id", "=", enrollment)
    .$if(before !== null, (query) => query.where("sequence", "<", before as number))
    .orderBy("sequence", "desc")
    .limit(most)
    .execute();
}

export interface EventRow extends KeptEvent {
  reason: string | null;
  /** The same key twice is the same press twice. */
  key: string | null;
}

/** The part of a statement that adds events to an enrollment whose row the caller holds. */
export function eventsAdded(school: SchoolId, enrollment: string, events: readonly EventRow[]) {
  const rows = events.map(({ key, ...event }) => ({ ...event, idempotency_key: key }));
  return sql`added as (
    insert into enrollment_event
      (school_id, enrollment_id, sequence, kind, at, data, reason, idempotency_key)
    select ${school}, ${enrollment}, sequence, kind, at, data, reason, idempotency_key
    from jsonb_populate_recordset(null::enrollment_event, ${JSON.stringify(rows)}::jsonb)
  ),`;
}

export interface CaseRow {
  id: string;
  course: string;
  person: string;
  lastSequence: number;
  version: number | null;
  /** Versions held beside that one. */
  held: number[];
  schoolName: string;
  schoolWords: OwnWords;
  courseWords: OwnWords;
  school: PlanSchool;
  cohort: PlanCohort | null;
  events: KeptEvent[];
  projected: { version: number | null; sequence: number | null; staleAt: string | null };
  /** When they were here last. */
  seenAt: string | null;
  /** The idempotency keys of its events. */
  keys: string[];
  /** This very transaction has written it. */
  own: boolean;
}

/**
 * Enrollments with their events, cohorts, schools and the versions that count, in one statement, in the order of
 * their identifiers. `hold` keeps their rows for this transaction: nobody else adds to them meanwhile.
 */
export async function readCaseRows(
  tx: SchoolTransaction,
  enrollments: readonly string[],
  hold = false,
): Promise<CaseRow[]> {
  const { rows } = await sql<CaseRow>`
    select e.id, e.course_id as course, e.person_id as person, e.last_sequence as "lastSequence",
      coalesce(e.pinned_version, c.current_version) as version,
      e.held_versions as held, coalesce(e.xmin::text
        = (pg_current_xact_id_if_assigned()::text::numeric % 4294967296)::text, false) as own, s.name as "schoolName", s.words as "schoolWords", c.words as "courseWords",
      json_build_object('timeZone', s.time_zone, 'currency', s.currency,
        'calendar', json_build_object('weekend', s.weekend, 'closed', s.closed)) as school,
      json_build_object('version', e.projected_version, 'sequence', e.projected_sequence,
        'staleAt', e.stale_at) as projected, e.seen_at as "seenAt",
      (select json_build_object('id', k.id, 'course', k.course_id,
          'window', case when k.window_opens is null or k.window_closes is null then null
            else json_build_object('opens', k.window_opens, 'closes', k.window_closes) end,
          'starts', k.starts, 'ends', k.ends, 'grace', k.grace, 'seats', k.seats, 'gates', k.gates)
        from cohort k
        where k.school_id = e.school_id and k.course_id = e.course_id and k.id = e.cohort_id
      ) as cohort,
      (select json_agg(json_build_object('sequence', v.sequence, 'kind', v.kind,
          'at', to_char(v.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), 'data', v.data)
          order by v.sequence)
        from enrollment_event v
        where v.school_id = e.school_id and v.enrollment_id = e.id
      ) as events,
      array(select v.idempotency_key from enrollment_event v
        where v.school_id = e.school_id and v.enrollment_id = e.id
          and v.idempotency_key is not null
      ) as keys
    from enrollment e
    join course c on c.school_id = e.school_id and c.id = e.course_id
    join school s on s.id = e.school_id
    where e.id = any (${enrollments})
    order by e.id
    ${hold ? sql`for no key update of e` : sql``}
  `.execute(tx);
  // Whoever had to wait for a row holds it now, but read its events as they were before.
  if (hold && rows.some(({ events, lastSequence }) => events.at(-1)?.sequence !== lastSequence))
    return readCaseRows(tx, enrollments, hold);
  // Within JSON the driver does not see an instant as one.
  const written = (at: string) => formatInstant(Date.parse(at) as Instant);
  return rows.map((row) => ({
    ...row,
    events: row.events.map((event) => ({ ...event, at: written(event.at) })),
  }));
}
