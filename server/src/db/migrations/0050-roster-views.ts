/** Views of rosters that staff keep: each their own, and some for all. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table roster_view (
      school_id uuid not null references school on delete cascade,
      id text not null,
      -- Whose it is; null: all staff's.
      account_id text,
      name text not null,
      terms jsonb not null,
      primary key (school_id, id),
      foreign key (school_id, account_id) references member (school_id, user_id) on delete cascade
    );
    create unique index roster_view_once
      on roster_view (school_id, coalesce(account_id, ''), lower(name));
  `.execute(db);
  await secure(db, "roster_view");
}
