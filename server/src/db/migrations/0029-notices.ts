/**
 * Notices: what a school sets and writes, what people do not want, whom to look at when, what has gone out and what is
 * to come. A notice is written in the transaction that hands it to the outbox, so that it goes out once.
 */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table notice_settings (
      school_id uuid primary key references school on delete cascade,
      -- Counts its changes: whoever changes it says which they saw.
      number integer not null,
      hour text not null,
      quiet jsonb,
      kinds jsonb not null,
      -- Who else gets what goes out, of which kinds.
      copies jsonb not null default '[]'
    );
    create table notice_template (
      school_id uuid not null references school on delete cascade,
      kind text not null,
      -- Null: for all courses.
      course_id text,
      subject text not null,
      text text not null,
      unique nulls not distinct (school_id, kind, course_id),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade
    );
    create index on notice_template (school_id, course_id) where course_id is not null;
    -- What somebody does not want: of one enrollment, or of all.
    create table notice_off (
      school_id uuid not null,
      person_id text not null,
      enrollment_id text,
      kind text not null,
      unique nulls not distinct (school_id, person_id, enrollment_id, kind),
      foreign key (school_id, person_id) references person (school_id, id) on delete cascade,
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    create index on notice_off (school_id, enrollment_id) where enrollment_id is not null;
    -- Up to when somebody was looked at, and when to look again.
    create table notice_person (
      school_id uuid not null,
      person_id text not null,
      looked_at timestamptz not null,
      next_at timestamptz not null,
      -- Opens their wishes about notices without signing in, and nothing else.
      key uuid not null default gen_random_uuid(),
      primary key (school_id, person_id),
      foreign key (school_id, person_id) references person (school_id, id) on delete cascade
    );
    create index on notice_person (school_id, next_at);
    create index on notice_person (next_at);
    create unique index on notice_person (school_id, key);
    -- Whose dates have changed: rows are added, and waited for by nobody.
    create table notice_look (
      id bigint generated always as identity primary key,
      school_id uuid not null references school on delete cascade,
      person_id text not null
    );
    create index on notice_look (school_id, id);
    -- Everybody of a course, or (null) of the school, is to be looked at: some at a time, from one on.
    create table notice_sweep (
      id bigint generated always as identity primary key,
      school_id uuid not null references school on delete cascade,
      course_id text,
      after text not null default '',
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade
    );
    create index on notice_sweep (school_id, id);
    create table notice (
      school_id uuid not null,
      id bigint generated always as identity,
      person_id text not null,
      kind text not null,
      at timestamptz not null,
      not_after timestamptz not null,
      about jsonb not null,
      -- The course it is about; null: several, or none.
      course_id text,
      letter jsonb not null,
      state text not null default 'waiting' check (state in ('waiting', 'sent', 'failed', 'late')),
      -- When the mail server took it, and what it said where it did not.
      sent_at timestamptz,
      fault text,
      primary key (school_id, id),
      foreign key (school_id, person_id) references person (school_id, id) on delete cascade
    );
    create index on notice (school_id, at, id);
    create index on notice (school_id, kind, at, id);
    create index on notice (school_id, state, at, id) where state <> 'sent';
    create index on notice (school_id, person_id, at);
    -- What is to come within the next weeks, as far as is known today.
    create table notice_ahead (
      school_id uuid not null,
      person_id text not null,
      at timestamptz not null,
      day date not null,
      kind text not null,
      course_id text,
      things integer not null,
      foreign key (school_id, person_id) references person (school_id, id) on delete cascade
    );
    create index on notice_ahead (school_id, person_id);
    create index on notice_ahead (school_id, kind, day, person_id);
    -- How many of a kind go out on a day: counted where rows come and go, so that nobody counts people.
    create table notice_day (
      school_id uuid not null references school on delete cascade,
      day date not null,
      kind text not null,
      count integer not null,
      primary key (school_id, day, kind)
    );
    -- Who was told a date that does not hold any more.
    create table notice_wrong (
      school_id uuid not null,
      person_id text not null,
      kind text not null,
      key text not null,
      enrollment_id text,
      item_id text,
      old timestamptz not null,
      new timestamptz,
      found_at timestamptz not null,
      primary key (school_id, person_id, key),
      foreign key (school_id, person_id) references person (school_id, id) on delete cascade
    );
    create index on notice_wrong (school_id, found_at, person_id, key);
    -- When somebody was told in a mail of its own that they are in, and what opens when.
    alter table enrollment add column told_at timestamptz;
    drop trigger noted on enrollment;
    create trigger noted after insert or update or delete on enrollment
      for each row execute function note_change('id', '{last_sequence,projected_version,projected_sequence,stale_at,pinned_version,held_versions,number,sort_name,enrolled_at,time_zone,access_from,access_until,standing,done,required,finished_at,next_opens,next_item,seen_at,todo,next_due,told_at}');

    -- What staff have done without telling it: by the press it was done with.
    create table untold_act (
      school_id uuid not null,
      enrollment_id text not null,
      key text not null,
      primary key (school_id, enrollment_id, key),
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );

    create function notice_counted() returns trigger language plpgsql
      set search_path = public as $$
    begin
      insert into notice_day (school_id, day, kind, count)
      select school_id, day, kind, count(*) from added
      group by school_id, day, kind order by school_id, day, kind
      on conflict (school_id, day, kind) do update set count = notice_day.count + excluded.count;
      return null;
    end $$;
    create function notice_uncounted() returns trigger language plpgsql
      set search_path = public as $$
    begin
      update notice_day d set count = d.count - g.n
      from (
        select school_id, day, kind, count(*) as n from gone
        group by school_id, day, kind order by school_id, day, kind
      ) g
      where d.school_id = g.school_id and d.day = g.day and d.kind = g.kind;
      return null;
    end $$;
    create trigger counted after insert on notice_ahead
      referencing new table as added for each statement execute function notice_counted();
    create trigger uncounted after delete on notice_ahead
      referencing old table as gone for each statement execute function notice_uncounted();

    -- Whatever changes somebody's dates passes here: events, versions, and what the projection is worked out from.
    create function notice_looks() returns trigger language plpgsql
      set search_path = public as $$
    begin
      if tg_op = 'INSERT' then
        insert into notice_look (school_id, person_id)
        select distinct school_id, person_id from after_rows;
      else
        insert into notice_look (school_id, person_id)
        select distinct a.school_id, a.person_id
        from after_rows a join before_rows b on b.school_id = a.school_id and b.id = a.id
        where (a.last_sequence, a.projected_version, a.projected_sequence)
          is distinct from (b.last_sequence, b.projected_version, b.projected_sequence);
      end if;
      return null;
    end $$;
    create trigger looked_for after insert on enrollment
      referencing new table as after_rows for each statement execute function notice_looks();
    create trigger looked_for_again after update on enrollment
      referencing old table as before_rows new table as after_rows
      for each statement execute function notice_looks();

    -- What is announced in a course is told to whoever is in it.
    create function notice_announced() returns trigger language plpgsql
      set search_path = public as $$
    begin
      insert into notice_sweep (school_id, course_id) values (new.school_id, new.course_id);
      return null;
    end $$;
    create trigger told after insert on announcement
      for each row execute function notice_announced();

    -- Nobody is told of what was before.
    insert into notice_person (school_id, person_id, looked_at, next_at)
    select distinct school_id, person_id, now(), now() from enrollment;
  `.execute(db);
  for (const table of [
    "notice_settings",
    "notice_template",
    "notice_off",
    "notice_person",
    "notice_look",
    "notice_sweep",
    "untold_act",
    "notice",
    "notice_ahead",
    "notice_day",
    "notice_wrong",
  ])
    await secure(db, table);
  await sql`
    create function schools_to_notify(at timestamptz) returns table (school uuid)
      language sql stable security definer set search_path = public as $$
        select distinct p.school_id from notice_person p where p.next_at <= at
        union
        select distinct school_id from notice_look
        union
        select distinct school_id from notice_sweep
      $$;
    revoke all on function schools_to_notify(timestamptz) from public;
    grant execute on function schools_to_notify(timestamptz) to dawngate_app;
    create trigger noted after insert or update or delete on notice_settings
      for each row execute function note_change('school_id', '{number}');
    create trigger noted after insert or update or delete on notice_template
      for each row execute function note_change('kind', '{}');
  `.execute(db);
}
