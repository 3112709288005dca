/** Memberships: what is sold as one, who has one until when, and courses that only members come into. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- As its terms say now; null: it is courses.
    alter table listing add column membership jsonb;
    create index listing_membership on listing (school_id) where membership is not null;

    alter table way_in drop constraint way_in_entry_check;
    alter table way_in add constraint way_in_entry_check
      check (entry in ('anyone', 'code', 'approval', 'members', 'staff'));

    create table membership (
      school_id uuid not null,
      order_id text not null,
      listing_id text not null,
      person_id text not null,
      -- What was left out of it by then stays out; what was in it stays in.
      agreed_at timestamptz not null,
      left_out text[] not null,
      begins_at timestamptz not null,
      -- As it was agreed; null: it has no end of its own.
      ends_at timestamptz,
      -- Of what is paid part by part: when it stops if nothing more is paid; null: it does not.
      stops_at timestamptz,
      -- It is suspended, or has ended.
      shut boolean not null default false,
      paid_through date,
      grace integer not null default 0,
      primary key (school_id, order_id),
      foreign key (school_id, order_id) references sales_order on delete cascade,
      foreign key (school_id, person_id) references person on delete cascade
    );
    create index membership_of_person on membership (school_id, person_id);
  `.execute(db);
  await secure(db, "membership");
}
