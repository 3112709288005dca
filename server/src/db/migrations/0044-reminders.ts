/** Whoever wants to be told when a window opens: their address, for as long, and no longer. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table reminder (
      school_id uuid not null references school on delete cascade,
      id text not null,
      -- Of a course, perhaps of one of its cohorts, or of a listing.
      course_id text,
      cohort_id text,
      listing_id text,
      email text not null,
      asked_at timestamptz not null,
      -- Null: asked for, and not confirmed by the mail yet.
      confirmed_at timestamptz,
      secret_hash text not null,
      primary key (school_id, id),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade,
      foreign key (school_id, course_id, cohort_id)
        references cohort (school_id, course_id, id) on delete cascade,
      foreign key (school_id, listing_id) references listing (school_id, id) on delete cascade,
      check ((course_id is null) <> (listing_id is null)),
      check (cohort_id is null or course_id is not null)
    );
    create unique index reminder_once on reminder (school_id, coalesce(course_id, ''),
      coalesce(cohort_id, ''), coalesce(listing_id, ''), email);
  `.execute(db);
  await secure(db, "reminder");
}
