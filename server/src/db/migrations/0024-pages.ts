/** Public pages made of blocks, their addresses with the earlier ones, what is announced, and when a price was asked. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

/** A row is about a course or a listing: one column says which, and the database holds that it is there. */
const subject = sql.raw(`
  kind text not null check (kind in ('course', 'listing')),
  subject text not null,
  course_id text generated always as (case when kind = 'course' then subject end) stored,
  listing_id text generated always as (case when kind = 'listing' then subject end) stored,
  foreign key (school_id, course_id) references course (school_id, id) on delete cascade,
  foreign key (school_id, listing_id) references listing (school_id, id) on delete cascade`);

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table block_page (
      school_id uuid not null references school on delete cascade,
      ${subject},
      -- Counts its changes: whoever changes it says which they saw.
      number integer not null,
      draft jsonb not null,
      published jsonb,
      published_at timestamptz,
      primary key (school_id, kind, subject)
    );
    create index on block_page (school_id, course_id) where course_id is not null;
    create index on block_page (school_id, listing_id) where listing_id is not null;
    create table page_address (
      school_id uuid not null references school on delete cascade,
      ${subject},
      address text not null,
      -- The latest is the one that is told; the earlier ones lead there.
      at timestamptz not null,
      primary key (school_id, kind, address)
    );
    create index on page_address (school_id, kind, subject, at);
    create index on page_address (school_id, course_id) where course_id is not null;
    create index on page_address (school_id, listing_id) where listing_id is not null;
    create table announcement (
      school_id uuid not null,
      course_id text not null,
      id text not null,
      title text not null,
      text text not null,
      on_page boolean not null,
      at timestamptz not null,
      primary key (school_id, course_id, id),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade
    );
    create index on announcement (school_id, course_id, at, id);
    -- How the listing stood when its terms were these: a price that nobody could buy at was none. Null: not known.
    alter table listing_terms add column state text;
  `.execute(db);
  for (const table of ["block_page", "page_address", "announcement"]) await secure(db, table);
  await sql`
    create trigger noted after insert or update or delete on block_page
      for each row execute function note_change('subject', '{draft,number,listing_id}');
    create trigger noted after insert or update or delete on announcement
      for each row execute function note_change('id', '{}');
  `.execute(db);
}
