/** Letters of staff to people of a course that go out later: kept until they have, and taken back until they do. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table planned_letter (
      school_id uuid not null,
      -- Of the press that wrote it.
      id text not null,
      course_id text not null,
      -- To whom: named, or all who match.
      whom jsonb not null,
      subject text not null,
      text text not null,
      at timestamptz not null,
      account_id text not null,
      author text not null,
      primary key (school_id, id),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade
    );
    create index on planned_letter (school_id, at);
    create index on planned_letter (school_id, course_id);
  `.execute(db);
  await secure(db, "planned_letter");
}
