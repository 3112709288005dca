/** Where a school has told what people achieve (xAPI), and what is still to be told. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table record_store (
      school_id uuid primary key references school on delete cascade,
      address text not null,
      key text not null,
      secret text not null,
      -- What happened before is not told.
      since timestamptz not null,
      told bigint not null default 0,
      told_at timestamptz,
      -- Why it was not heard last; null: it was.
      fault text
    );
    create table statement_due (
      school_id uuid not null references school on delete cascade,
      number bigint generated always as identity,
      enrollment_id text not null,
      kind text not null check (kind in ('event', 'attempt', 'finished')),
      -- The event's number, or the attempt.
      subject text not null,
      primary key (school_id, number)
    );
    -- Written with what is told, or not at all; where a school tells nobody, it costs a look at an empty table.
    create function owe_statement() returns trigger language plpgsql as $$
      declare
        whose text; what text; happened timestamptz;
      begin
        if not exists (select from record_store s where s.school_id = new.school_id) then return null; end if;
        if tg_argv[0] = 'event' then
          whose := new.enrollment_id; what := new.sequence::text; happened := new.at;
        elsif tg_argv[0] = 'attempt' then
          whose := new.enrollment_id; what := new.id; happened := new.ended_at;
        else
          whose := new.id; what := ''; happened := new.finished_at;
        end if;
        if not exists (select from record_store s where s.school_id = new.school_id and s.since <= happened) then
          return null;
        end if;
        insert into statement_due (school_id, enrollment_id, kind, subject)
          values (new.school_id, whose, tg_argv[0], what);
        insert into outbox (school_id, kind, payload, once, due)
          values (new.school_id, 'tell-statements', jsonb_build_object('school', new.school_id), new.school_id::text,
            now() + interval '3 seconds')
          on conflict (kind, once) where state = 'waiting' and once is not null do nothing;
        return null;
      end
    $$;
    create trigger owe_event after insert on enrollment_event
      for each row when (new.kind in ('completed', 'passed')) execute function owe_statement('event');
    create trigger owe_attempt after update of ended_at on quiz_attempt
      for each row when (old.ended_at is null and new.ended_at is not null) execute function owe_statement('attempt');
    create trigger owe_finish after update of finished_at on enrollment
      for each row when (old.finished_at is null and new.finished_at is not null) execute function owe_statement('finished');
    create trigger noted after insert or update or delete on record_store
      for each row execute function note_change('address', '{secret,told,told_at,fault,since}');
  `.execute(db);
  for (const table of ["record_store", "statement_due"]) await secure(db, table);
}
