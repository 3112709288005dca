/** Checks of knowledge: the bank of questions with what stood in it, attempts with every answer saved, what somebody was given on top. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

const AUTHORED = `
  author text not null default author_part('name'),
  author_kind text not null default author_part('kind'),
  author_id text not null default author_part('id'),
  created_at timestamptz not null default now()`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table quiz_question (
      school_id uuid not null references school on delete cascade,
      id text not null,
      number integer not null,
      category text,
      body jsonb not null,
      -- Taken out of the bank, or become another one: attempts that asked it keep it.
      retired boolean not null default false,
      ${sql.raw(AUTHORED)},
      primary key (school_id, id)
    );
    create index on quiz_question (school_id, category, id) where not retired;
    create table quiz_question_revision (
      school_id uuid not null,
      question_id text not null,
      number integer not null,
      body jsonb not null,
      ${sql.raw(AUTHORED)},
      primary key (school_id, question_id, number),
      foreign key (school_id, question_id) references quiz_question (school_id, id) on delete cascade
    );
    -- The lessons that ask a question by name today; no key of the bank's, since a lesson may name what is gone.
    create table quiz_question_use (
      school_id uuid not null,
      question_id text not null,
      lesson_id text not null,
      primary key (school_id, question_id, lesson_id),
      foreign key (school_id, lesson_id) references lesson (school_id, id) on delete cascade
    );
    create index on quiz_question_use (school_id, lesson_id);
    -- Kept with the lesson's part, by whatever way that comes.
    create function note_questions_used() returns trigger
      language plpgsql set search_path = public as $$
      begin
        if new.number < (select max(number) from lesson_part p
            where p.school_id = new.school_id and p.lesson_id = new.lesson_id) then
          return null;
        end if;
        delete from quiz_question_use u where u.school_id = new.school_id and u.lesson_id = new.lesson_id;
        if new.part ->> 'kind' = 'quiz' then
          insert into quiz_question_use (school_id, question_id, lesson_id)
          select distinct new.school_id, ask #>> '{}', new.lesson_id
          from jsonb_array_elements(new.part -> 'parts') part, jsonb_array_elements(part -> 'ask') ask
          where jsonb_typeof(ask) = 'string';
        end if;
        return null;
      end $$;
    create trigger questions_used after insert on lesson_part
      for each row execute function note_questions_used();
    create table quiz_attempt (
      school_id uuid not null,
      id text not null,
      enrollment_id text not null,
      course_id text not null,
      -- The lesson in the course's outline, and what stood in it.
      item text not null,
      lesson_id text not null,
      number integer not null,
      key text not null,
      started_at timestamptz not null,
      submitted_at timestamptz,
      asked text[] not null,
      -- As it was worked out last; the record is what counts.
      until_at timestamptz,
      ended_at timestamptz,
      earned double precision,
      possible double precision not null,
      score double precision,
      passed boolean,
      primary key (school_id, id),
      unique (school_id, enrollment_id, item, number),
      unique (school_id, enrollment_id, item, key),
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    create index on quiz_attempt (school_id, course_id, item, started_at desc, id desc);
    create index on quiz_attempt (school_id, lesson_id, enrollment_id);
    create index on quiz_attempt using gin (asked);
    create table quiz_answer (
      school_id uuid not null,
      attempt_id text not null,
      key text not null,
      place bigint generated always as identity,
      question_id text not null,
      answer jsonb,
      -- When it was given, by the server's clock, and when it came.
      at timestamptz not null,
      arrived_at timestamptz not null,
      primary key (school_id, attempt_id, key),
      foreign key (school_id, attempt_id) references quiz_attempt (school_id, id) on delete cascade
    );
    create table quiz_allowance (
      school_id uuid not null,
      enrollment_id text not null,
      item text not null,
      course_id text not null,
      minutes integer not null,
      attempts integer not null,
      reason text not null,
      ${sql.raw(AUTHORED)},
      primary key (school_id, enrollment_id, item),
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    create table survey_answer (
      school_id uuid not null,
      enrollment_id text not null,
      item text not null,
      course_id text not null,
      answers jsonb not null,
      at timestamptz not null,
      primary key (school_id, enrollment_id, item),
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    create index on survey_answer (school_id, course_id, item, at);
    -- Without a name, an instant or an order: many people's answers in one row, which is written anew with each.
    create table survey_pool (
      school_id uuid not null,
      id text not null,
      course_id text not null,
      item text not null,
      answers jsonb not null,
      primary key (school_id, id),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade
    );
    create index on survey_pool (school_id, course_id, item);
    create trigger noted after insert or update or delete on quiz_allowance
      for each row execute function note_change('enrollment_id', '{created_at,author,author_kind,author_id}');
  `.execute(db);
  for (const table of [
    "quiz_question",
    "quiz_question_revision",
    "quiz_question_use",
    "quiz_attempt",
    "quiz_answer",
    "quiz_allowance",
    "survey_answer",
    "survey_pool",
  ])
    await secure(db, table);
}
