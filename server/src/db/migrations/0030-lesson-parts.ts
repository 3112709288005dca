/**
 * What lessons show beside their text: files by their bytes, a main part by kind, materials of a library; what of it an
 * enrollee has seen, the notes they keep for themselves, and what is asked and said under a lesson.
 */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

const AUTHORED = `
  author text not null default author_part('name'),
  author_kind text not null default author_part('kind'),
  author_id text not null default author_part('id'),
  created_at timestamptz not null default now()`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table file (
      school_id uuid not null references school on delete cascade,
      -- The SHA-256 of its bytes.
      id text not null,
      name text not null,
      type text not null,
      bytes bigint not null,
      seconds double precision,
      width integer,
      height integer,
      pages integer,
      ${sql.raw(AUTHORED)},
      primary key (school_id, id)
    );
    create index on file (school_id, created_at);
    -- What was brought in pieces, and the file it became: asked again, the same is answered.
    create table file_upload (
      school_id uuid not null,
      id text not null,
      file_id text not null,
      author_id text not null default author_part('id'),
      primary key (school_id, id),
      foreign key (school_id, file_id) references file (school_id, id) on delete cascade
    );
    create index on file_upload (school_id, file_id);
    create table lesson_part (
      school_id uuid not null,
      lesson_id text not null,
      number integer not null,
      part jsonb,
      materials text[] not null,
      ${sql.raw(AUTHORED)},
      primary key (school_id, lesson_id, number),
      foreign key (school_id, lesson_id) references lesson (school_id, id) on delete cascade
    );
    create table material (
      school_id uuid not null,
      id text not null,
      title text not null,
      author_said text not null,
      description text not null,
      license text not null,
      file_id text not null,
      download boolean not null,
      ${sql.raw(AUTHORED)},
      primary key (school_id, id),
      foreign key (school_id, file_id) references file (school_id, id)
    );
    create index on material (school_id, lower(title), id);
    create index on material (school_id, file_id);
    -- In which lessons a material stands today.
    create table material_use (
      school_id uuid not null,
      material_id text not null,
      lesson_id text not null,
      primary key (school_id, material_id, lesson_id),
      foreign key (school_id, material_id) references material (school_id, id),
      foreign key (school_id, lesson_id) references lesson (school_id, id) on delete cascade
    );
    create index on material_use (school_id, lesson_id);
    -- The files that lessons show, or have shown: what stood there can be brought back.
    create table file_use (
      school_id uuid not null,
      file_id text not null,
      lesson_id text not null,
      primary key (school_id, file_id, lesson_id),
      foreign key (school_id, file_id) references file (school_id, id),
      foreign key (school_id, lesson_id) references lesson (school_id, id) on delete cascade
    );
    create index on file_use (school_id, lesson_id);
    create table lesson_seen (
      school_id uuid not null,
      enrollment_id text not null,
      -- The lesson in the course's outline.
      item text not null,
      -- Stretches in seconds, in order and apart.
      seen jsonb not null default '[]',
      position double precision not null default 0,
      told_at timestamptz not null,
      primary key (school_id, enrollment_id, item),
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    create table lesson_note (
      school_id uuid not null,
      id text not null,
      enrollment_id text not null,
      item text not null,
      -- The place in the film, in seconds.
      place double precision,
      text text not null,
      written_at timestamptz not null,
      primary key (school_id, id),
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    create index on lesson_note (school_id, enrollment_id, item);
    create table question (
      school_id uuid not null,
      id text not null,
      course_id text not null,
      item text not null,
      -- Who asked, as a person in the course; null: staff began it.
      enrollment_id text,
      name text not null,
      place double precision,
      text text not null,
      asked_at timestamptz not null,
      -- Not read by an answer of staff's yet.
      waits boolean not null,
      hidden boolean not null default false,
      primary key (school_id, id),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade,
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    create index on question (school_id, course_id, item, asked_at);
    create index on question (school_id, enrollment_id);
    create index on question (school_id, course_id, asked_at) where waits and not hidden;
    create table question_answer (
      school_id uuid not null,
      id text not null,
      question_id text not null,
      enrollment_id text,
      name text not null,
      staff boolean not null,
      text text not null,
      answered_at timestamptz not null,
      hidden boolean not null default false,
      primary key (school_id, id),
      foreign key (school_id, question_id) references question (school_id, id) on delete cascade,
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    create index on question_answer (school_id, question_id, answered_at);
    create index on question_answer (school_id, enrollment_id);
  `.execute(db);
  for (const table of [
    "file",
    "file_upload",
    "lesson_part",
    "material",
    "material_use",
    "file_use",
    "lesson_seen",
    "lesson_note",
    "question",
    "question_answer",
  ])
    await secure(db, table);
  await sql`
    -- The schools in which files were brought before an instant that nothing shows.
    create function schools_to_sweep(before timestamptz) returns table (school uuid)
      language sql stable security definer set search_path = public as $$
        select distinct f.school_id from file f
        where f.created_at < before
          and not exists (select from file_use u where u.school_id = f.school_id and u.file_id = f.id)
          and not exists (select from material m where m.school_id = f.school_id and m.file_id = f.id)
      $$;
    revoke all on function schools_to_sweep(timestamptz) from public;
    grant execute on function schools_to_sweep(timestamptz) to dawngate_app;
  `.execute(db);
  // Pages elsewhere that lessons may show, by the names of their hosts.
  // Whether people can ask under the lessons of a course.
  await sql`alter table course add column questions boolean not null default true`.execute(db);
  await sql`alter table school add column hosts text[] not null default '{}'`.execute(db);
}
