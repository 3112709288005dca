/** How the mail of what staff have done is worded, where it is by words of its own: by the press it was done with. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table act_words (
      school_id uuid not null,
      enrollment_id text not null,
      key text not null,
      subject text not null,
      text text not null,
      primary key (school_id, enrollment_id, key),
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
  `.execute(db);
  await secure(db, "act_words");
}
