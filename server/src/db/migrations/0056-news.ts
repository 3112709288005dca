/** What one was told is read in the application too: what of it is new, and what one has read. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- Null: not yet. What went out before there was a place to read it counts as read.
    alter table notice add column read_at timestamptz default now();
    alter table notice alter column read_at drop default;
    create index notice_unread on notice (school_id, person_id, at) where read_at is null;
  `.execute(db);
}
