/** Enrollments of a course in lots, each with all of its events, for what is worked out for everybody. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { addedUp, type KeptEvent } from "./events";

/** So many people at a time: enough that a question is worth asking, few enough that others get their turn. */
export const LOT = 2000;

export interface LotRow {
  id: string;
  /** What it follows where it is pinned; null: the current version. */
  pinned: number | null;
  /** Versions it holds beside, in ascending order. */
  held: number[];
  sequence: number;
  enrollment: ReturnType<typeof addedUp>;
}

interface Asked {
  /** The last enrollment of the lot before; empty: from the beginning. Those that do not hold come as they are found. */
  after: string;
  /** Only those of a cohort. */
  cohort?: string;
  /**
   * Only those whose openings do not hold at this instant: never worked out, of another version, before their last
   * event, or overtaken by time. They are held, and those that somebody else works on are left to them.
   */
  unprojectedAt?: string;
  /** Only these. */
  among?: readonly string[];
}

/**
 * The next lot; empty at the end.
 *
 * @example
 * for (let after = ""; ; ) {
 *   const lot = await readLot(tx, "cold-kitchen", { after });
 *   if (lot.length === 0) break;
 *   after = lot.at(-1)?.id ?? after;
 * }
 */
export async function readLot(
  tx: SchoolTransaction,
  course: string,
  { after, cohort, unprojectedAt, among }: Asked,
): Promise<LotRow[]> {
  const { rows } = await sql<
    Omit<LotRow, "enrollment"> & { events: [number, string, string, object][] }
  >`
    with lot as materialized (
      select e.school_id, e.id, e.pinned_version, e.held_versions, e.last_sequence
      from enrollment e
      join course c on c.school_id = e.school_id and c.id = e.course_id
      where e.course_id = ${course} and e.id > ${after}
      ${cohort === undefined ? sql`` : sql`and e.cohort_id = ${cohort}`}
      ${among === undefined ? sql`` : sql`and e.id = any (${among}::text[])`}
      ${
        unprojectedAt === undefined
          ? sql``
          : // Found by index; looked at again once it is held.
            sql`and e.id = any (array(
              select u.id from unheld_in(${course}, ${unprojectedAt}::timestamptz, ${LOT}) u))
            and (e.projected_version is distinct from coalesce(e.pinned_version, c.current_version)
              or e.projected_sequence is distinct from e.last_sequence
              or e.stale_at <= ${unprojectedAt}::timestamptz)`
      }
      order by e.id limit ${LOT}
      ${unprojectedAt === undefined ? sql`` : sql`for no key update of e skip locked`}
    )
    select lot.id, lot.pinned_version as pinned, lot.held_versions as held,
      lot.last_sequence as sequence, events
    from lot cross join lateral (
      select json_agg(json_build_array(v.sequence, v.kind,
          to_char(v.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), v.data)
          order by v.sequence) as events
      from enrollment_event v
      where v.school_id = lot.school_id and v.enrollment_id = lot.id
    ) v
    order by lot.id
  `.execute(tx);
  return rows.map(({ events, ...row }) => {
    const kept = events.map(([sequence, kind, at, data]): KeptEvent => {
      return { sequence, kind, at, data: data as Record<string, unknown> };
    });
    return { ...row, enrollment: addedUp(row.id, course, kept) };
  });
}

/** Everybody in a course, or in one of its cohorts, a lot at a time; those after an enrollment alone, if one is named. */
export async function* lotsOf(
  tx: SchoolTransaction,
  course: string,
  cohort?: string,
  from = "",
): AsyncGenerator<LotRow[]> {
  for (let after = from; ; ) {
    const lot = await readLot(tx, course, { after, ...(cohort !== undefined && { cohort }) });
    if (lot.length > 0) yield lot;
    const last = lot.at(-1);
    if (lot.length < LOT || !last) return;
    after = last.id;
  }
}
