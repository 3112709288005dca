/** When a course itself (its plan, a cohort's dates, the calendar) has moved the end of somebody who is in it by an order. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table end_move (
      school_id uuid not null,
      enrollment_id text not null,
      at timestamptz not null,
      was timestamptz not null,
      until timestamptz not null,
      primary key (school_id, enrollment_id, at),
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
  `.execute(db);
  await secure(db, "end_move");
}
