/** Files of people: what was read, what each row would become, and how far their enrolling is. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table people_file (
      school_id uuid not null,
      id text not null,
      course_id text not null,
      name text not null,
      state text not null check (state in ('checking', 'checked', 'enrolling', 'done', 'broken')),
      heads jsonb not null,
      columns jsonb not null,
      -- What holds for rows that do not say.
      cohort_id text,
      time_zone text not null,
      -- Counts what was said of it: a check of something older keeps nothing.
      number integer not null default 1,
      looked integer not null default 0,
      tell boolean not null default false,
      fault text,
      by_id text not null,
      by_name text not null,
      at timestamptz not null,
      primary key (school_id, id),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade
    );
    create index on people_file (school_id, course_id, at);
    create index on people_file (at);
    create table people_file_row (
      school_id uuid not null,
      file_id text not null,
      line integer not null,
      cells jsonb not null,
      fate text not null default 'unknown',
      reason text,
      enrolled boolean not null default false,
      primary key (school_id, file_id, line),
      foreign key (school_id, file_id) references people_file (school_id, id) on delete cascade
    );
    create index on people_file_row (school_id, file_id, fate, enrolled, line);
    -- Files nobody has come back to: what stands in them is people's.
    create function drop_people_files(before timestamptz) returns void
      language sql security definer set search_path = public as $$
        delete from people_file where at < before and state <> 'enrolling'
      $$;
    revoke all on function drop_people_files(timestamptz) from public;
    grant execute on function drop_people_files(timestamptz) to dawngate_app;
  `.execute(db);
  for (const table of ["people_file", "people_file_row"]) await secure(db, table);
}
