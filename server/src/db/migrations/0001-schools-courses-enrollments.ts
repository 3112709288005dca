/** Schools, courses with versions, cohorts, people, enrollments and their events, openings; row security by school. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

/** Tables that belong to a school, in the order in which they refer to each other. */
const OF_SCHOOL = [
  "course",
  "module_placement",
  "lesson",
  "lesson_revision",
  "lesson_placement",
  "course_version",
  "cohort",
  "person",
  "enrollment",
  "enrollment_event",
  "opening",
];

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table school (
      id uuid primary key default gen_random_uuid(),
      slug text not null unique check (slug ~ '^[a-z0-9][a-z0-9-]{0,62}$'),
      name text not null,
      time_zone text not null,
      currency char(3) not null,
      weekend smallint[] not null default '{6,7}',
      closed date[] not null default '{}',
      created_at timestamptz not null default now()
    );

    create table course (
      school_id uuid not null references school,
      id text not null,
      title text not null,
      position integer not null,
      clock text not null check (clock in ('school', 'enrollee')),
      release_hour text,
      counting text not null check (counting in ('calendar', 'full')),
      lesson_order text not null check (lesson_order in ('free', 'in-order')),
      opens_on date,
      window_opens date,
      window_closes date,
      validity jsonb not null default '[]',
      current_version integer,
      created_at timestamptz not null default now(),
      primary key (school_id, id),
      check (window_opens <= window_closes)
    );

    create table module_placement (
      school_id uuid not null,
      course_id text not null,
      id text not null,
      position integer not null,
      title text not null,
      visible text not null check (visible in ('published', 'draft', 'hidden')),
      gate jsonb,
      closes jsonb,
      due jsonb,
      primary key (school_id, course_id, id),
      foreign key (school_id, course_id) references course
    );

    -- What stands in a lesson, with revisions of its own; a course holds placements of lessons.
    create table lesson (
      school_id uuid not null references school,
      id text not null,
      created_at timestamptz not null default now(),
      primary key (school_id, id)
    );
    create table lesson_revision (
      school_id uuid not null,
      lesson_id text not null,
      number integer not null,
      body text not null,
      created_at timestamptz not null default now(),
      primary key (school_id, lesson_id, number),
      foreign key (school_id, lesson_id) references lesson
    );
    create table lesson_placement (
      school_id uuid not null,
      course_id text not null,
      id text not null,
      module_id text not null,
      lesson_id text not null,
      position integer not null,
      title text not null,
      kind text not null,
      visible text not null check (visible in ('published', 'draft', 'hidden')),
      gate jsonb,
      closes jsonb,
      due jsonb,
      holds_next boolean not null,
      sample boolean not null,
      required boolean not null,
      minutes double precision check (minutes >= 0),
      primary key (school_id, course_id, id),
      foreign key (school_id, course_id, module_id) references module_placement,
      foreign key (school_id, lesson_id) references lesson
    );
    create index on lesson_placement (school_id, course_id, module_id);
    create index on lesson_placement (school_id, lesson_id);

    -- Published once, never changed.
    create table course_version (
      school_id uuid not null,
      course_id text not null,
      number integer not null check (number > 0),
      plan jsonb not null,
      note text not null default '',
      published_at timestamptz not null default now(),
      primary key (school_id, course_id, number),
      foreign key (school_id, course_id) references course
    );
    alter table course add foreign key (school_id, id, current_version) references course_version;

    create table cohort (
      school_id uuid not null,
      course_id text not null,
      id text not null,
      name text not null,
      window_opens date,
      window_closes date,
      starts date not null,
      ends date not null,
      grace integer check (grace >= 0),
      seats integer check (seats >= 0),
      gates jsonb not null default '{}',
      primary key (school_id, course_id, id),
      unique (school_id, id),
      foreign key (school_id, course_id) references course,
      check (starts <= ends),
      check (window_opens <= window_closes)
    );

    create table person (
      school_id uuid not null references school,
      id text not null,
      name text not null,
      email text not null,
      time_zone text not null,
      primary key (school_id, id)
    );
    create unique index on person (school_id, lower(email));

    create table enrollment (
      school_id uuid not null,
      id text not null,
      course_id text not null,
      person_id text not null,
      cohort_id text,
      pinned_version integer,
      last_sequence integer not null default 0,
      primary key (school_id, id),
      foreign key (school_id, course_id) references course,
      foreign key (school_id, person_id) references person,
      foreign key (school_id, course_id, cohort_id) references cohort,
      foreign key (school_id, course_id, pinned_version) references course_version
    );
    create index on enrollment (school_id, course_id);
    create index on enrollment (school_id, person_id);

    -- Append-only: nothing about a person is overwritten.
    create table enrollment_event (
      school_id uuid not null,
      enrollment_id text not null,
      sequence integer not null check (sequence > 0),
      kind text not null,
      at timestamptz not null,
      data jsonb not null default '{}',
      author text not null,
      reason text,
      idempotency_key text,
      recorded_at timestamptz not null default now(),
      primary key (school_id, enrollment_id, sequence),
      unique (school_id, enrollment_id, idempotency_key),
      foreign key (school_id, enrollment_id) references enrollment
    );

    -- A projection for lists and notices; the door always asks the evaluator.
    create table opening (
      school_id uuid not null,
      enrollment_id text not null,
      item_id text not null,
      opens timestamptz,
      closes timestamptz,
      version integer not null,
      event_sequence integer not null,
      stale_at timestamptz,
      primary key (school_id, enrollment_id, item_id),
      foreign key (school_id, enrollment_id) references enrollment
    );
    create index on opening (school_id, opens);
    create index on opening (school_id, stale_at) where stale_at is not null;
  `.execute(db);

  await sql`
    alter table school enable row level security;
    create policy own on school
      using (id = nullif(current_setting('dawngate.school_id', true), '')::uuid);
    grant select, insert, update on school to dawngate_app;

    -- The one question that is asked before a school is known: which one an address means.
    create function school_of(address text) returns uuid
      language sql stable security definer set search_path = public
      as 'select id from school where slug = address';
    revoke all on function school_of(text) from public;
    grant execute on function school_of(text) to dawngate_app;
  `.execute(db);
  for (const table of OF_SCHOOL) await secure(db, table);
  await sql`
    revoke update, delete on course_version, enrollment_event, lesson_revision from dawngate_app;
  `.execute(db);
}
