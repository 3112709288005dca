/**
 * Who published a version, for whom and with what note; an enrollment may hold earlier versions beside the one it
 * follows ("only in favor"); and the questions by which openings that must be worked out again are found.
 */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table course_version
      add column author text not null default '',
      add column people text not null default 'everybody'
        check (people in ('everybody', 'new-only', 'only-in-favor')),
      add column brings_back integer;
    update course_version set author = substring(note from 14), note = ''
      where note like 'Published by %';
    alter table enrollment add column held_versions integer[] not null default '{}';

    -- Ripples that take long: how far each has come, and its answer for whoever comes back.
    create table ripple_run (
      school_id uuid not null references school (id) on delete cascade,
      key text not null,
      done integer not null default 0,
      people integer not null,
      answer jsonb,
      fault text,
      at timestamptz not null default now(),
      primary key (school_id, key)
    );
    create index on enrollment (stale_at) where stale_at is not null;
    create index on enrollment (school_id, course_id) where projected_version is null;
    create index on enrollment (school_id, course_id, projected_version) where pinned_version is null;
    create index on enrollment (school_id, course_id)
      where projected_sequence is distinct from last_sequence;
    -- Courses in which somebody's openings must be worked out again, over all schools.
    create function courses_to_project(at timestamptz) returns table (school uuid, course text)
      language sql stable security definer set search_path = public as $$
        select e.school_id, e.course_id from enrollment e where e.stale_at <= at
        union
        select e.school_id, e.course_id from enrollment e
          join course c on c.school_id = e.school_id and c.id = e.course_id
          where e.projected_version is null and c.current_version is not null
        union
        select e.school_id, e.course_id from enrollment e
          where e.projected_sequence is distinct from e.last_sequence
        union
        -- Versions are numbered upwards, so whoever follows the current one and is behind has a lower number.
        select c.school_id, c.id from course c where exists (
          select 1 from enrollment e where e.school_id = c.school_id and e.course_id = c.id
            and e.pinned_version is null and e.projected_version < c.current_version)
      $$;
    revoke all on function courses_to_project(timestamptz) from public;
    grant execute on function courses_to_project(timestamptz) to dawngate_app;
  `.execute(db);
  await secure(db, "ripple_run");
}
