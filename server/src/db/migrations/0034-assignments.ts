/** Assignments: what people write and bring, each time they hand it in, what is said of it, and the school's rubrics. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table rubric (
      school_id uuid not null references school on delete cascade,
      id text not null,
      title text not null,
      criteria jsonb not null,
      author text not null default author_part('name'),
      author_kind text not null default author_part('kind'),
      author_id text not null default author_part('id'),
      created_at timestamptz not null default now(),
      primary key (school_id, id)
    );
    create index on rubric (school_id, lower(title), id);
    -- How an assignment stands for somebody, a line each: what they write now, and whether it waits for somebody.
    create table assignment (
      school_id uuid not null,
      enrollment_id text not null,
      -- The lesson in the course's outline.
      item text not null,
      course_id text not null,
      state text not null check (state in ('writing', 'waiting', 'returned', 'accepted')),
      draft_number integer not null,
      draft_text text not null,
      draft_files text[] not null,
      -- The account whose it is to review; null: anybody's.
      reviewer_id text,
      -- The newest that was handed in, and when it came to this state.
      submission_id text,
      at timestamptz not null,
      primary key (school_id, enrollment_id, item),
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    create index on assignment (school_id, state, at, submission_id) where state <> 'writing';
    create index on assignment (school_id, course_id, item, state, at, submission_id) where state <> 'writing';
    create index on assignment (school_id, reviewer_id, state) where reviewer_id is not null;
    create table submission (
      school_id uuid not null,
      id text not null,
      enrollment_id text not null,
      item text not null,
      number integer not null,
      key text not null,
      at timestamptz not null,
      late boolean not null,
      text text not null,
      files text[] not null,
      -- What was said of it; the rubric as it stood then.
      reviewed_at timestamptz,
      reviewer text,
      reviewer_id text,
      decision text check (decision in ('accepted', 'returned')),
      words text,
      remarks jsonb,
      marks jsonb,
      criteria jsonb,
      earned double precision,
      possible double precision,
      primary key (school_id, id),
      unique (school_id, enrollment_id, item, number),
      unique (school_id, enrollment_id, item, key),
      foreign key (school_id, enrollment_id, item)
        references assignment (school_id, enrollment_id, item) on delete cascade
    );
    -- The files that somebody brought for an assignment: nobody names a file that they did not bring.
    create table submission_file (
      school_id uuid not null,
      enrollment_id text not null,
      item text not null,
      file_id text not null,
      -- What they call it.
      name text not null,
      primary key (school_id, enrollment_id, item, file_id),
      foreign key (school_id, file_id) references file (school_id, id),
      foreign key (school_id, enrollment_id, item)
        references assignment (school_id, enrollment_id, item) on delete cascade
    );
    create index on submission_file (school_id, file_id);
    create trigger noted after insert or update or delete on rubric
      for each row execute function note_change('id', '{created_at,author,author_kind,author_id}');
    -- Files that were handed in are kept.
    create or replace function schools_to_sweep(before timestamptz) returns table (school uuid)
      language sql stable security definer set search_path = public as $$
        select distinct f.school_id from file f
        where f.created_at < before
          and not exists (select from file_use u where u.school_id = f.school_id and u.file_id = f.id)
          and not exists (select from material m where m.school_id = f.school_id and m.file_id = f.id)
          and not exists (select from submission_file s where s.school_id = f.school_id and s.file_id = f.id)
      $$;
  `.execute(db);
  for (const table of ["rubric", "assignment", "submission", "submission_file"])
    await secure(db, table);
}
