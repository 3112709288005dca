/** Fields of a school's own about its people, and what stands in them. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table own_field (
      school_id uuid not null references school on delete cascade,
      id text not null,
      place integer not null,
      -- Name, kind, check, choices, where it is asked, who sees it.
      terms jsonb not null,
      primary key (school_id, id)
    );
    -- Each part of an answer is a row: of several choices each is found by itself.
    create table own_value (
      school_id uuid not null,
      person_id text not null,
      field_id text not null,
      part integer not null default 0,
      value text not null,
      primary key (school_id, person_id, field_id, part),
      foreign key (school_id, person_id) references person (school_id, id) on delete cascade,
      foreign key (school_id, field_id) references own_field (school_id, id)
    );
    create index own_value_found on own_value (school_id, field_id, value, person_id);

    create trigger noted after insert or update or delete on own_field
      for each row execute function note_change('id', '{place}');
    create trigger noted after insert or update or delete on own_value
      for each row execute function note_change('field_id', '{part}');

    -- What a buyer answered waits with the order until they are in.
    alter table sales_order add column answers jsonb;
  `.execute(db);
  await secure(db, "own_field");
  await secure(db, "own_value");
}
