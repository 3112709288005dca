/**
 * The row of a course, divided by nature: the course (where it stands, which version is in force, its words), its draft
 * (what authors edit) and its page (what visitors read). Who edits holds the draft, and nobody else waits for it.
 */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

const PARTS = ["course_draft", "course_page"];

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table course_draft (
      school_id uuid not null,
      course_id text not null,
      title text not null,
      clock text not null check (clock in ('school', 'enrollee')),
      release_hour text,
      counting text not null check (counting in ('calendar', 'full')),
      lesson_order text not null check (lesson_order in ('free', 'in-order')),
      opens_on date,
      window_opens date,
      window_closes date,
      validity jsonb not null default '[]',
      -- Names of snags that are meant so.
      meant text[] not null default '{}',
      -- The number of the last operation.
      sequence integer not null default 0,
      primary key (school_id, course_id),
      foreign key (school_id, course_id) references course on delete cascade,
      check (window_opens <= window_closes)
    );
    create table course_page (
      school_id uuid not null,
      course_id text not null,
      description text not null default '',
      card jsonb not null default '{}',
      primary key (school_id, course_id),
      foreign key (school_id, course_id) references course on delete cascade
    );
    insert into course_draft
      select school_id, id, title, clock, release_hour, counting, lesson_order, opens_on,
        window_opens, window_closes, validity, meant, draft_sequence
      from course;
    insert into course_page select school_id, id, description, card from course;
    alter table course
      drop column title, drop column clock, drop column release_hour, drop column counting,
      drop column lesson_order, drop column opens_on, drop column window_opens,
      drop column window_closes, drop column validity, drop column meant,
      drop column draft_sequence, drop column description, drop column card;
  `.execute(db);
  for (const table of PARTS) {
    await secure(db, table);
    // That it was made, and that it went, is on record with the course.
    await sql`
      create trigger noted after update on ${sql.table(table)}
        for each row execute function note_change('course_id', '{sequence}')
    `.execute(db);
  }
}
