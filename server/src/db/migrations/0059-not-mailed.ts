/** What is not mailed: on a day that staff have stopped, and to an address that its mail server refuses for good. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table notice drop constraint notice_state_check;
    alter table notice add constraint notice_state_check
      check (state in ('waiting', 'sent', 'failed', 'late', 'stopped', 'refused'));
    create table notice_stop (
      school_id uuid not null references school on delete cascade,
      day date not null,
      primary key (school_id, day)
    );
    create trigger noted after insert or delete on notice_stop
      for each row execute function note_change('day', '{}');
    create table mail_refused (
      school_id uuid not null references school on delete cascade,
      -- In small letters.
      address text not null,
      -- In the mail server's own words.
      says text not null,
      at timestamptz not null,
      primary key (school_id, address)
    );
  `.execute(db);
  for (const table of ["notice_stop", "mail_refused"]) await secure(db, table);
}
