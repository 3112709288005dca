/** A course inside another: which modules came in with which, what versions hold, and whose inner course is finished. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- The courses it came in with, the outermost first; null: it is the course's own.
    alter table module_placement add column inside jsonb;
    -- The courses inside it, at whatever depth.
    alter table course_version add column inside text[] not null default '{}';
    -- Of the courses inside theirs, those in which all is done.
    alter table enrollment add column finished_inside text[] not null default '{}';
  `.execute(db);
}
