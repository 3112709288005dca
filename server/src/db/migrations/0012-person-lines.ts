/**
 * What lists say of a person in a course stands with the enrollment, found by index: the projection's line. How many
 * stand how is counted where it changes, in a ledger of differences: nobody waits for anybody to count, and no answer
 * counts people one by one.
 */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table enrollment
      -- Tells apart whom an order sorts alike.
      add column number bigint generated always as identity,
      -- The person's name as lists are sorted and searched by it.
      add column sort_name text not null default '',
      add column enrolled_at timestamptz not null default now(),
      -- The zone they enrolled with.
      add column time_zone text not null default 'UTC',
      add column access_from timestamptz,
      add column access_until timestamptz,
      add column standing text not null default 'unknown' check (standing in
        ('unknown', 'waiting', 'scheduled', 'open', 'paused', 'suspended', 'ended')),
      add column done integer not null default 0,
      add column required integer not null default 0,
      add column finished_at timestamptz,
      -- What opens for them next, and when.
      add column next_opens timestamptz,
      add column next_item text,
      add column seen_at timestamptz;
    create table headcount (
      school_id uuid not null,
      course_id text not null,
      cohort_id text,
      standing text not null,
      finished boolean not null,
      -- The version they are pinned to, and those they hold beside the one they follow.
      pinned integer,
      held integer[] not null,
      people integer not null,
      folded boolean not null default false,
      foreign key (school_id, course_id) references course on delete cascade
    );
    create index on headcount (school_id, course_id);
    create index on headcount (school_id) where not folded;
  `.execute(db);
  await secure(db, "headcount");

  await sql`
    create function sort_name_of(name text) returns text
      language sql immutable set search_path = pg_catalog as $$ select lower(name) $$;
    create function name_enrollment() returns trigger
      language plpgsql set search_path = pg_catalog as $$
      begin
        new.sort_name := coalesce((select public.sort_name_of(p.name) from public.person p
          where p.school_id = new.school_id and p.id = new.person_id), '');
        return new;
      end $$;
    create function rename_enrollments() returns trigger
      language plpgsql set search_path = pg_catalog as $$
      begin
        update public.enrollment set sort_name = public.sort_name_of(new.name)
          where school_id = new.school_id and person_id = new.id;
        return null;
      end $$;

    create function count_heads() returns trigger
      language plpgsql set search_path = pg_catalog as $$
      begin
        if tg_op = 'INSERT' then
          insert into public.headcount
              (school_id, course_id, cohort_id, standing, finished, pinned, held, people)
            select school_id, course_id, cohort_id, standing, finished_at is not null,
              pinned_version, held_versions, count(*)
            from now_so group by 1, 2, 3, 4, 5, 6, 7;
        elsif tg_op = 'DELETE' then
          -- A course that goes takes its counts with it.
          insert into public.headcount
              (school_id, course_id, cohort_id, standing, finished, pinned, held, people)
            select school_id, course_id, cohort_id, standing, finished_at is not null,
              pinned_version, held_versions, -count(*)
            from was_so w where exists (select from public.course c
              where c.school_id = w.school_id and c.id = w.course_id)
            group by 1, 2, 3, 4, 5, 6, 7;
        else
          insert into public.headcount
              (school_id, course_id, cohort_id, standing, finished, pinned, held, people)
            select school_id, course_id, cohort_id, standing, finished, pinned, held, sum(n) from (
              select school_id, course_id, cohort_id, standing, finished_at is not null as finished,
                pinned_version as pinned, held_versions as held, 1 as n from now_so
              union all
              select school_id, course_id, cohort_id, standing, finished_at is not null,
                pinned_version, held_versions, -1 from was_so
            ) d group by 1, 2, 3, 4, 5, 6, 7 having sum(n) <> 0;
        end if;
        return null;
      end $$;

    -- Puts together what many differences come to. Each row is taken by one who folds; none is counted twice.
    create function fold_headcounts() returns void
      language sql security definer set search_path = pg_catalog as $$
        with courses as (
          select distinct school_id, course_id from
            (select school_id, course_id from public.headcount where not folded limit 20000) lately
        ), taken as (
          select h.ctid from public.headcount h
            join courses c on c.school_id = h.school_id and c.course_id = h.course_id
            for update of h skip locked
        ), gone as (
          delete from public.headcount h using taken t where h.ctid = t.ctid
            returning h.*
        )
        insert into public.headcount
            (school_id, course_id, cohort_id, standing, finished, pinned, held, people, folded)
          select school_id, course_id, cohort_id, standing, finished, pinned, held, sum(people), true
          from gone group by 1, 2, 3, 4, 5, 6, 7 having sum(people) <> 0
      $$;
    revoke all on function fold_headcounts(), count_heads(), name_enrollment(), rename_enrollments()
      from public;
    grant execute on function fold_headcounts() to dawngate_app;
  `.execute(db);

  await sql`
    alter table enrollment disable trigger noted;
    update enrollment e set
      sort_name = sort_name_of(p.name),
      enrolled_at = coalesce(v.enrolled_at, e.enrolled_at),
      time_zone = coalesce(v.time_zone, 'UTC'),
      seen_at = v.seen_at,
      -- The rest is worked out by whoever works out openings.
      projected_version = null
    from person p, (
      select school_id, enrollment_id, min(at) filter (where kind = 'enrolled') as enrolled_at,
        min(data ->> 'timeZone') filter (where kind = 'enrolled') as time_zone,
        max(at) filter (where kind in ('started', 'completed', 'uncompleted', 'passed')) as seen_at
      from enrollment_event group by 1, 2
    ) v
    where p.school_id = e.school_id and p.id = e.person_id
      and v.school_id = e.school_id and v.enrollment_id = e.id;
    insert into headcount (school_id, course_id, cohort_id, standing, finished, pinned, held, people)
      select school_id, course_id, cohort_id, standing, false, pinned_version, held_versions, count(*)
      from enrollment group by 1, 2, 3, 4, 5, 6, 7;
    drop trigger noted on enrollment;
    create trigger noted after insert or update or delete on enrollment
      for each row execute function note_change('id', '{last_sequence,projected_version,projected_sequence,stale_at,pinned_version,held_versions,number,sort_name,enrolled_at,time_zone,access_from,access_until,standing,done,required,finished_at,next_opens,next_item,seen_at}');
    create trigger named before insert on enrollment
      for each row execute function name_enrollment();
    create trigger renamed after update of name on person
      for each row when (old.name is distinct from new.name) execute function rename_enrollments();
    create trigger counted_in after insert on enrollment
      referencing new table as now_so for each statement execute function count_heads();
    create trigger counted_out after delete on enrollment
      referencing old table as was_so for each statement execute function count_heads();
    create trigger counted_on after update on enrollment
      referencing old table as was_so new table as now_so
      for each statement execute function count_heads();
  `.execute(db);

  // How large a version is, so that lists need not read its plan.
  await sql`
    create function size_of(plan jsonb, out title text, out modules integer, out lessons integer,
      out minutes double precision)
      language sql immutable set search_path = pg_catalog as $$
        select coalesce(plan ->> 'title', ''), count(distinct m.n)::integer, count(l.lesson)::integer,
          coalesce(sum((l.lesson ->> 'minutes')::double precision), 0)
        from jsonb_array_elements(plan -> 'modules') with ordinality as m (module, n)
        left join lateral (
          select lesson from jsonb_array_elements(m.module -> 'lessons') as e (lesson)
          where coalesce(lesson ->> 'visible', 'published') = 'published'
        ) l on true
        where coalesce(m.module ->> 'visible', 'published') = 'published'
      $$;
    alter table course_version
      add column title text not null default '',
      add column modules integer not null default 0,
      add column lesson_count integer not null default 0,
      add column minutes double precision not null default 0;
    alter table course_version disable trigger noted;
    update course_version v set title = s.title, modules = s.modules, lesson_count = s.lessons,
        minutes = s.minutes
      from course_version w cross join lateral size_of(w.plan) s
      where w.school_id = v.school_id and w.course_id = v.course_id and w.number = v.number;
    alter table course_version enable trigger noted;
    drop function size_of(jsonb);
  `.execute(db);

  // Also found by those who only want what does not hold: the query that looks for lots begins with it.
  await sql`
    -- So many of each kind at the most: never worked out, before their last event, overtaken by time, of another version.
    create function unheld_in(of_course text, at timestamptz, most integer)
      returns table (id text, cohort text, standing text)
      language sql stable set search_path = public as $$
        (select e.id, e.cohort_id, e.standing from enrollment e
          where e.course_id = of_course and e.projected_version is null limit most)
        union
        (select e.id, e.cohort_id, e.standing from enrollment e
          where e.course_id = of_course and e.projected_sequence is distinct from e.last_sequence
          limit most)
        union
        (select e.id, e.cohort_id, e.standing from enrollment e
          where e.course_id = of_course and e.stale_at <= at limit most)
        union
        (select e.id, e.cohort_id, e.standing from enrollment e
          where e.course_id = of_course and e.pinned_version is null
            and e.projected_version < (select c.current_version from course c where c.id = of_course)
          limit most)
        union
        (select e.id, e.cohort_id, e.standing from enrollment e
          where e.course_id = of_course and e.pinned_version is not null
            and e.projected_version is distinct from e.pinned_version limit most)
      $$;
    revoke all on function unheld_in(text, timestamptz, integer) from public;
    grant execute on function unheld_in(text, timestamptz, integer) to dawngate_app;
  `.execute(db);
  await sql`
    -- None begins with the school: while the tables are new, and nothing is known of them, such an index is taken
    -- for looking up one enrollment, and walked from end to end.
    -- Written with case: what is written with coalesce is not compared below row security, so no index is used.
    -- A page of people in any order; by name of one standing or one cohort too.
    create index on enrollment (course_id, school_id, sort_name, number);
    create index on enrollment (course_id, school_id, standing, sort_name, number);
    create index on enrollment (course_id, school_id, cohort_id, sort_name, number);
    create index on enrollment (course_id, school_id, sort_name, number) where finished_at is not null;
    create index on enrollment (course_id, school_id, (case when next_opens is null then 'infinity' else next_opens end), number);
    create index on enrollment (course_id, school_id,
      (case when standing = 'ended' or access_until is null then 'infinity' else access_until end), number);
    create index on enrollment (course_id, school_id, (case when seen_at is null then '-infinity' else seen_at end), number);
    create index on enrollment (course_id, school_id, enrolled_at, number);
    -- Whose dates time has overtaken.
    create index on enrollment (course_id, school_id, stale_at) where stale_at is not null;
    create index on enrollment (course_id, school_id)
      where pinned_version is not null and projected_version is distinct from pinned_version;
    create index on course (school_id, position);
    -- A name is looked for among the school's people, whose rows seldom change.
    create extension if not exists pg_trgm;
    create extension if not exists btree_gin;
    create index person_search on person using gin (school_id, sort_name_of(name) gin_trgm_ops);
    -- Who is called so, in the school the transaction is set to. What "like" does is not done below row security, so
    -- that no index would be used: this looks at one school by itself.
    create function people_called(pattern text, most integer) returns table (id text)
      language sql stable security definer set search_path = public as $$
        select p.id from person p
          where p.school_id = nullif(current_setting('dawngate.school_id', true), '')::uuid
            and sort_name_of(p.name) like pattern limit most
      $$;
    revoke all on function people_called(text, integer) from public;
    grant execute on function people_called(text, integer) to dawngate_app;
    create index on enrollment (person_id, school_id);
    drop index enrollment_school_id_person_id_idx, enrollment_school_id_course_id_idx, enrollment_school_id_stale_at_idx,
      opening_school_id_opens_idx;
  `.execute(db);
}
