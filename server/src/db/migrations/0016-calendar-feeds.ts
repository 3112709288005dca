/**
 * One's own dates as a calendar: the secret address at which a person's is read, and what it has told, so that an event
 * that moves or goes says so to programs that subscribed.
 */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table calendar_feed (
      school_id uuid not null,
      person_id text not null,
      token_hash text not null,
      made_at timestamptz not null,
      primary key (school_id, person_id),
      unique (school_id, token_hash),
      foreign key (school_id, person_id) references person (school_id, id) on delete cascade
    );
    create table calendar_entry (
      school_id uuid not null,
      person_id text not null,
      uid text not null,
      at timestamptz not null,
      summary text not null,
      sequence integer not null default 0,
      gone boolean not null default false,
      primary key (school_id, person_id, uid),
      foreign key (school_id, person_id) references person (school_id, id) on delete cascade
    );
  `.execute(db);
  await secure(db, "calendar_feed");
  await secure(db, "calendar_entry");
}
