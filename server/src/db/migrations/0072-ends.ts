/** Whose access ends when, in all courses of a school. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  // Not by the school first: 0012-person-lines says why.
  await sql`
    create index enrollment_ends on enrollment (access_until, school_id)
      where access_until is not null and standing <> 'ended';
    create index membership_ends on membership (least(ends_at, stops_at), school_id)
      where not shut;
  `.execute(db);
}
