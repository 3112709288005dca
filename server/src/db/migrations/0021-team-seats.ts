/** Seats of an order for several people: who has which, and the secret by which the buyer gives them out. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table order_seat (
      school_id uuid not null,
      order_id text not null,
      -- From 1 to the seats of the order; one without a row is still to be given out.
      number integer not null check (number > 0),
      person_id text,
      given_at timestamptz not null,
      primary key (school_id, order_id, number),
      unique (school_id, order_id, person_id),
      foreign key (school_id, order_id) references sales_order (school_id, id) on delete cascade,
      -- Whoever is forgotten has used the seat all the same.
      foreign key (school_id, person_id) references person (school_id, id)
        on delete set null (person_id)
    );
    create index on order_seat (school_id, person_id);
    alter table order_enrollment add column seat integer;
    -- The buyer's mail carries a secret of its own: the first one was told to a browser, once.
    alter table sales_order add column seats_hash text;
  `.execute(db);
  await secure(db, "order_seat");
}
