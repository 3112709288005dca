/** The projection of openings: kept for lists and notices, never asked whether a door opens. */
import { sql } from "kysely";
import { insertMany } from "../db/bulk";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export interface OpeningRow {
  item: string;
  opens: string | null;
  closes: string | null;
}

/** All openings of one enrollment, and what they were worked out from. */
export interface Projection {
  enrollment: string;
  version: number;
  sequence: number;
  /** From this instant on they must be worked out again. */
  staleAt: string | null;
  openings: OpeningRow[];
}

/** Replaces the openings of some enrollments. */
export async function replaceOpenings(
  tx: SchoolTransaction,
  school: SchoolId,
  projections: readonly Projection[],
): Promise<void> {
  if (projections.length === 0) return;
  await tx
    .deleteFrom("opening")
    .where(
      "enrollment_id",
      "in",
      projections.map(({ enrollment }) => enrollment),
    )
    .execute();
  await insertMany(
    tx,
    "opening",
    projections.flatMap(({ enrollment, version, sequence, staleAt, openings }) =>
      openings.map(({ item, opens, closes }) => ({
        school_id: school,
        enrollment_id: enrollment,
        item_id: item,
        opens,
        closes,
        version,
        event_sequence: sequence,
        stale_at: staleAt,
      })),
    ),
  );
}

/**
 * For each course, the next instant at which something opens for somebody, and for how many people. Only rows that
 * hold count: worked out after the enrollment's last event, from the version that counts, and not stale.
 */
export async function nextOpenings(tx: SchoolTransaction, now: string) {
  const { rows } = await sql<{ course_id: string; at: string; people: number }>`
    with next as (
      select enrollment.course_id, opening.opens, opening.enrollment_id,
             min(opening.opens) over (partition by enrollment.course_id) as first
      from opening
      join enrollment
        on enrollment.school_id = opening.school_id and enrollment.id = opening.enrollment_id
      join course
        on course.school_id = enrollment.school_id and course.id = enrollment.course_id
      where opening.opens > ${now}::timestamptz
        and (opening.closes is null or opening.closes > opening.opens)
        and (opening.stale_at is null or opening.stale_at > ${now}::timestamptz)
        and opening.event_sequence = enrollment.last_sequence
        and opening.version = coalesce(enrollment.pinned_version, course.current_version)
    )
    select course_id, first as at, count(distinct enrollment_id)::integer as people
    from next where opens = first group by course_id, first
  `.execute(tx);
  return new Map(rows.map(({ course_id, at, people }) => [course_id, { at, people }]));
}
