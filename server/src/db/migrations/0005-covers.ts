/** Covers that were uploaded: the picture as it is kept, and the point of it that stays in sight. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table course_cover (
      school_id uuid not null,
      course_id text not null,
      hash text not null,
      media_type text not null check (media_type in ('image/jpeg', 'image/png', 'image/webp')),
      width integer not null check (width > 0),
      height integer not null check (height > 0),
      focus_x real not null default 0.5 check (focus_x between 0 and 1),
      focus_y real not null default 0.5 check (focus_y between 0 and 1),
      bytes bytea not null check (length(bytes) <= 4194304),
      primary key (school_id, course_id),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade
    );
    alter table course_cover alter column bytes set storage external;
  `.execute(db);
  await secure(db, "course_cover");
}
