/** Files of people that another system brings by itself: each kind of delivery has a key, and knows whom it has brought. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table people_delivery (
      school_id uuid not null,
      id text not null,
      course_id text not null,
      name text not null,
      key_hash text not null,
      cohort_id text,
      time_zone text not null,
      tell boolean not null,
      -- So many in a hundred may be withdrawn at once who are missing from a file; null: nobody is.
      withdraws integer check (withdraws between 1 and 100),
      made_by text not null,
      made_at timestamptz not null,
      ended_at timestamptz,
      primary key (school_id, id),
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade,
      foreign key (school_id, cohort_id) references cohort (school_id, id) on delete set null (cohort_id)
    );
    create index on people_delivery (school_id, course_id);
    create index on people_delivery (school_id, cohort_id) where cohort_id is not null;
    create table delivered (
      school_id uuid not null,
      delivery_id text not null,
      enrollment_id text not null,
      primary key (school_id, delivery_id, enrollment_id),
      foreign key (school_id, delivery_id) references people_delivery (school_id, id) on delete cascade,
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    create index on delivered (school_id, enrollment_id);
    alter table people_file
      -- In the order in which they came, also within one instant.
      add column arrived bigint generated always as identity,
      add column delivery_id text,
      add column digest text,
      add column missing integer not null default 0,
      add column withdrawn integer not null default 0,
      add foreign key (school_id, delivery_id) references people_delivery (school_id, id) on delete cascade;
    create index on people_file (school_id, delivery_id, arrived) where delivery_id is not null;
    create trigger noted after insert or update or delete on people_delivery
      for each row execute function note_change('id', '{key_hash}');
  `.execute(db);
  await secure(db, "people_delivery");
  await secure(db, "delivered");
}
