/** What everybody of a crowd is due for at one instant is found without looking at all of them. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- A school's next ones in order, where thousands are due at one instant.
    create index on notice_person (school_id, next_at, person_id);
    drop index notice_person_next_at_idx;
    drop index notice_person_school_id_next_at_idx;

    -- School by school: whether there is one, not who they all are.
    create or replace function schools_to_notify(at timestamptz) returns table (school uuid)
      language sql stable security definer set search_path = public as $$
        select s.id from school s
          where exists (select from notice_person p where p.school_id = s.id and p.next_at <= at)
            or exists (select from notice_look l where l.school_id = s.id)
            or exists (select from notice_sweep w where w.school_id = s.id)
            or exists (select from notice_correction c where c.school_id = s.id)
      $$;

    -- What it looks for is rare and has indexes of its own; the planner takes it for frequent, and reads the whole table.
    alter function unheld_in(text, timestamptz, integer) set enable_seqscan = off;
  `.execute(db);
}
