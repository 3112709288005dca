/** The year as a calendar that staff subscribe to: each by an address of their own, what it told being the school's. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table year_feed (
      school_id uuid not null,
      -- Whoever is not of the school's staff any more has none.
      user_id text not null,
      token_hash text not null,
      made_at timestamptz not null,
      primary key (school_id, user_id),
      unique (school_id, token_hash),
      foreign key (school_id, user_id) references member (school_id, user_id) on delete cascade
    );
    create table year_entry (
      school_id uuid not null references school on delete cascade,
      uid text not null,
      at timestamptz not null,
      summary text not null,
      sequence integer not null default 0,
      gone boolean not null default false,
      primary key (school_id, uid)
    );
  `.execute(db);
  await secure(db, "year_feed");
  await secure(db, "year_entry");
}
