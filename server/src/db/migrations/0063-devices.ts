/**
 * Devices on which somebody is told beside mail, and what they want by which way: until now a kind that was not wanted
 * was not mailed, which was all there was.
 */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table notice_off add column way text not null default 'mail' check (way in ('mail', 'device'));
    alter table notice_off alter column way drop default;
    alter table notice_off drop constraint notice_off_school_id_person_id_enrollment_id_kind_key;
    alter table notice_off add unique nulls not distinct
      (school_id, person_id, enrollment_id, kind, way);
    alter table notice drop constraint notice_state_check;
    alter table notice add constraint notice_state_check
      check (state in ('waiting', 'sent', 'failed', 'late', 'stopped', 'refused', 'on-device'));
    create table device (
      school_id uuid not null,
      id bigint generated always as identity,
      person_id text not null,
      name text not null,
      -- Where its push service takes messages for it, and with what they are encrypted (RFC 8030, 8291).
      endpoint text not null,
      key text not null,
      secret text not null,
      added_at timestamptz not null,
      primary key (school_id, id),
      -- Whoever uses it now is told on it, and nobody who did before.
      unique (school_id, endpoint),
      foreign key (school_id, person_id) references person (school_id, id) on delete cascade
    );
    create index on device (school_id, person_id);
  `.execute(db);
  await secure(db, "device");
}
