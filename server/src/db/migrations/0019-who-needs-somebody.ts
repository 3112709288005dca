/**
 * Whom somebody should look after, found by index: who has something open and was not here for long, who is late with
 * something that is due. What that needs stands in the projection's line.
 */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table enrollment
      -- Lessons that are open for them and not done.
      add column todo integer not null default 0,
      -- The earliest instant at which something is due that they have not done.
      add column next_due timestamptz;
    drop trigger noted on enrollment;
    create trigger noted after insert or update or delete on enrollment
      for each row execute function note_change('id', '{last_sequence,projected_version,projected_sequence,stale_at,pinned_version,held_versions,number,sort_name,enrolled_at,time_zone,access_from,access_until,standing,done,required,finished_at,next_opens,next_item,seen_at,todo,next_due}');
    -- Lines that were written before are worked out again, as if time had overtaken them.
    update enrollment set stale_at = now() where standing in ('open', 'scheduled', 'waiting');
    create index on enrollment (course_id, school_id, next_due, number)
      where standing = 'open' and next_due is not null;
    create index on enrollment (course_id, school_id,
      (case when seen_at is null then '-infinity' else seen_at end), number)
      where standing = 'open' and todo > 0;
  `.execute(db);
}
