/**
 * Ways in: how people come into a course or a cohort, join codes, what was asked and decided, who waits for a seat, and
 * who is kept out.
 */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table way_in (
      school_id uuid not null,
      course_id text not null,
      -- Null: of the course itself, where it is not taken in cohorts.
      cohort_id text,
      entry text not null check (entry in ('anyone', 'code', 'approval', 'staff')),
      -- Visitors meet it on the course's page.
      listed boolean not null,
      -- What whoever asks to come in is asked; null: nothing.
      question text,
      -- Only addresses that end in one of these; empty: any.
      domains text[] not null,
      -- Courses that have to be completed first.
      needs text[] not null,
      waitlist boolean not null,
      waitlist_until date,
      -- So many hours a place that is offered is held; null: it is given at once.
      offer_hours integer check (offer_hours > 0),
      unique nulls not distinct (school_id, course_id, cohort_id),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade,
      foreign key (school_id, cohort_id) references cohort (school_id, id) on delete cascade
    );
    create index on way_in (school_id, cohort_id) where cohort_id is not null;
    create table join_code (
      school_id uuid not null,
      id text not null,
      course_id text not null,
      cohort_id text,
      code text not null,
      note text not null,
      most integer check (most > 0),
      until date,
      domain text,
      made_at timestamptz not null,
      ended_at timestamptz,
      primary key (school_id, id),
      unique (school_id, code),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade,
      foreign key (school_id, cohort_id) references cohort (school_id, id) on delete cascade
    );
    create index on join_code (school_id, course_id, made_at);
    create index on join_code (school_id, cohort_id) where cohort_id is not null;
    create table join_code_use (
      school_id uuid not null,
      code_id text not null,
      enrollment_id text not null,
      primary key (school_id, code_id, enrollment_id),
      foreign key (school_id, code_id) references join_code (school_id, id) on delete cascade,
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    create index on join_code_use (school_id, enrollment_id);
    -- Who asked to come in, and what became of it: the approval queue.
    create table entry_request (
      school_id uuid not null,
      id text not null,
      course_id text not null,
      cohort_id text,
      person_id text not null,
      words text not null,
      time_zone text not null,
      asked_at timestamptz not null,
      state text not null check (state in ('waiting', 'approved', 'refused')),
      reason text,
      decided_at timestamptz,
      primary key (school_id, id),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade,
      foreign key (school_id, cohort_id) references cohort (school_id, id) on delete cascade,
      foreign key (school_id, person_id) references person (school_id, id) on delete cascade
    );
    create unique index on entry_request (school_id, course_id, cohort_id, person_id)
      nulls not distinct where state = 'waiting';
    create index on entry_request (school_id, course_id, state, asked_at, id);
    create index on entry_request (school_id, person_id);
    create index on entry_request (school_id, cohort_id) where cohort_id is not null;
    -- Who waits for a seat, in the order of turn: first come, first served, but for whom staff have moved up.
    create table waiting (
      school_id uuid not null,
      id text not null,
      course_id text not null,
      cohort_id text not null,
      person_id text not null,
      time_zone text not null,
      turn double precision not null,
      joined_at timestamptz not null,
      state text not null check (state in ('waiting', 'offered', 'in', 'lapsed', 'left')),
      offer_until timestamptz,
      reason text,
      primary key (school_id, id),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade,
      foreign key (school_id, cohort_id) references cohort (school_id, id) on delete cascade,
      foreign key (school_id, person_id) references person (school_id, id) on delete cascade
    );
    create unique index on waiting (school_id, cohort_id, person_id) where state in ('waiting', 'offered');
    create index on waiting (school_id, cohort_id, state, turn, id);
    create index on waiting (school_id, person_id);
    create index on waiting (offer_until) where state = 'offered';
    create index on waiting (school_id, course_id, state);
    create table entry_block (
      school_id uuid not null,
      person_id text not null,
      -- Null: the whole school.
      course_id text,
      reason text not null,
      at timestamptz not null,
      unique nulls not distinct (school_id, person_id, course_id),
      foreign key (school_id, person_id) references person (school_id, id) on delete cascade,
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade
    );
    create index on entry_block (school_id, course_id) where course_id is not null;
  `.execute(db);
  const recorded = [
    ["way_in", "cohort_id"],
    ["join_code", "code"],
    ["entry_request", "person_id"],
    ["waiting", "person_id"],
    ["entry_block", "person_id"],
  ] as const;
  for (const [table, subject] of recorded)
    await sql`
      create trigger noted after insert or update or delete on ${sql.table(table)}
        for each row execute function note_change(${sql.lit(subject)}, '{}')
    `.execute(db);
  for (const table of [
    "way_in",
    "join_code",
    "join_code_use",
    "entry_request",
    "waiting",
    "entry_block",
  ])
    await secure(db, table);

  // Whatever may free a place in a cohort for which somebody waits asks for the next to be looked for: once a commit.
  await sql`
    create function waitlist_look(of_school uuid, of_cohort text) returns void
      language plpgsql security definer set search_path = public as $$
    begin
      if exists (select from waiting w where w.school_id = of_school and w.cohort_id = of_cohort
          and w.state in ('waiting', 'offered')) then
        insert into outbox (school_id, kind, payload, once, due)
        values (of_school, 'call-next', jsonb_build_object('school', of_school, 'cohort', of_cohort),
          of_school || ' ' || of_cohort, now())
        on conflict (kind, once) where state = 'waiting' and once is not null do nothing;
        perform pg_notify('dawngate_outbox', '');
      end if;
    end $$;
    revoke all on function waitlist_look(uuid, text) from public;
    create function waitlist_looks() returns trigger language plpgsql
      security definer set search_path = public as $$
    begin
      if tg_table_name = 'cohort' then
        perform waitlist_look(new.school_id, new.id);
      elsif old.cohort_id is not null then
        perform waitlist_look(old.school_id, old.cohort_id);
      end if;
      return null;
    end $$;
    revoke all on function waitlist_looks() from public;
    create trigger next_looked_for after update of seats on cohort
      for each row when (new.seats is distinct from old.seats) execute function waitlist_looks();
    create trigger next_looked_for after update of standing, cohort_id on enrollment
      for each row when ((new.standing = 'ended' and old.standing is distinct from 'ended')
        or new.cohort_id is distinct from old.cohort_id) execute function waitlist_looks();
    create trigger next_looked_for_gone after delete on enrollment
      for each row execute function waitlist_looks();
    -- Cohorts of whatever school with an offer that has lapsed.
    create function offers_lapsed(at timestamptz) returns table (school uuid, cohort text)
      language sql stable security definer set search_path = public as $$
        select distinct w.school_id, w.cohort_id from waiting w
        where w.state = 'offered' and w.offer_until <= at limit 100
      $$;
    revoke all on function offers_lapsed(timestamptz) from public;
    grant execute on function offers_lapsed(timestamptz) to dawngate_app;
  `.execute(db);
}
