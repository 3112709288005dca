/**
 * The record of changes: rows that triggers write, in the transaction of the change, whoever made it and by whatever
 * way. The server's role can read them and nothing else. Each row carries the hash of the one before, so that a row
 * that was taken out or altered shows.
 */
import { type Kysely, sql } from "kysely";

/** A table on record: what names its rows, and the columns that are noise, secret, or too large to keep twice. */
interface Recorded {
  table: string;
  subject: string;
  but: string[];
}

const RECORDED: Recorded[] = [
  { table: "school", subject: "id", but: ["created_at"] },
  { table: "member", subject: "user_id", but: ["created_at"] },
  { table: "course_author", subject: "user_id", but: [] },
  { table: "cohort_instructor", subject: "user_id", but: [] },
  { table: "handover", subject: "to_user", but: [] },
  { table: "invitation", subject: "email", but: ["token_hash", "id", "expires_at"] },
  { table: "course", subject: "id", but: ["draft_sequence", "created_at", "position"] },
  { table: "course_cover", subject: "course_id", but: ["bytes"] },
  { table: "course_version", subject: "number", but: ["plan", "lessons"] },
  { table: "cohort", subject: "id", but: [] },
  { table: "person", subject: "id", but: [] },
  {
    table: "enrollment",
    subject: "id",
    but: [
      "last_sequence",
      "projected_version",
      "projected_sequence",
      "stale_at",
      "pinned_version",
      "held_versions",
    ],
  },
  { table: "enrollment_event", subject: "enrollment_id", but: ["idempotency_key", "recorded_at"] },
];

export async function record(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table change (
      school_id uuid not null references school on delete cascade,
      id bigint generated always as identity,
      -- Given when the transaction ends, from 1, without a gap.
      number bigint,
      at timestamptz not null default now(),
      author text not null default author_part('name'),
      author_kind text not null default author_part('kind'),
      author_id text not null default author_part('id'),
      what text not null,
      act text not null check (act in ('added', 'changed', 'removed')),
      subject text not null,
      course text,
      person text,
      before jsonb,
      after jsonb,
      -- What may have to be forgotten (names, before, after) is in the chain as a digest only: it can be taken out
      -- without breaking the chain, and cannot be altered without showing.
      salt bytea default uuid_send(gen_random_uuid()),
      body bytea,
      redacted boolean not null default false,
      hash bytea,
      primary key (school_id, id)
    );
    create unique index on change (school_id, number);
    create index on change (school_id, author_id, number);
    create index on change (school_id, what, number);
    create index on change (school_id, course, number);
    create index on change (school_id, person, number);
    create table change_head (
      school_id uuid primary key references school on delete cascade,
      number bigint not null,
      hash bytea not null
    );
    alter table change enable row level security;
    alter table change_head enable row level security;
    create policy own on change
      using (school_id = nullif(current_setting('dawngate.school_id', true), '')::uuid);
    create policy own on change_head
      using (school_id = nullif(current_setting('dawngate.school_id', true), '')::uuid);
    grant select on change, change_head to dawngate_app;

    -- The digest of what may be forgotten of a row, and the hash of the row after another's.
    create function change_body(c change) returns bytea
      language sql stable set search_path = pg_catalog as $$
        select sha256(coalesce(c.salt, '') || convert_to(
          jsonb_build_array(c.author, c.subject, c.before, c.after)::text, 'UTF8'))
      $$;
    create function change_hash(previous bytea, c change) returns bytea
      language sql stable set search_path = pg_catalog as $$
        select sha256(previous || c.body || convert_to(jsonb_build_array(c.number,
          to_char(c.at at time zone 'UTC', 'YYYY-MM-DD HH24:MI:SS.US'), c.author_kind, c.author_id,
          c.what, c.act, c.course, c.person)::text, 'UTF8'))
      $$;
    revoke all on function change_body(change), change_hash(bytea, change) from public;
    grant execute on function change_body(change), change_hash(bytea, change) to dawngate_app;

    -- Numbers and chains a row when its transaction ends, so that two that change other things do not wait for
    -- each other before.
    create function chain_change() returns trigger
      language plpgsql security definer set search_path = pg_catalog as $$
      declare head public.change_head; made public.change;
      begin
        insert into public.change_head values (new.school_id, 0, '') on conflict do nothing;
        select * into head from public.change_head where school_id = new.school_id for update;
        select * into made from public.change where school_id = new.school_id and id = new.id;
        made.number := head.number + 1;
        made.body := public.change_body(made);
        made.hash := public.change_hash(head.hash, made);
        update public.change set number = made.number, body = made.body, hash = made.hash
          where school_id = new.school_id and id = new.id;
        update public.change_head set number = made.number, hash = made.hash
          where school_id = new.school_id;
        return null;
      end $$;
    create constraint trigger chain after insert on change
      deferrable initially deferred for each row execute function chain_change();

    -- The parts of a row that differ from another's.
    create function differing(one jsonb, other jsonb) returns jsonb
      language sql immutable set search_path = pg_catalog as $$
        select jsonb_object_agg(key, value) from jsonb_each(one)
          where other -> key is distinct from value
      $$;

    create function note_change() returns trigger
      language plpgsql security definer set search_path = pg_catalog as $$
      declare
        was jsonb; becomes jsonb; whole jsonb; a jsonb; b jsonb;
        omitted text[] := tg_argv[1]::text[];
        of_school uuid;
      begin
        if tg_op <> 'INSERT' then was := to_jsonb(old); end if;
        if tg_op <> 'DELETE' then becomes := to_jsonb(new); end if;
        whole := coalesce(becomes, was);
        of_school := (case when tg_table_name = 'school' then whole ->> 'id' else whole ->> 'school_id' end)::uuid;
        -- A school that is taken over from a file comes as one change, that of the school; so does one that goes.
        if public.author_part('id') in ('import', 'delete-school') and tg_table_name <> 'school' then
          return null;
        end if;
        if tg_op = 'DELETE' and tg_table_name = 'school' then return null; end if;
        -- What enrollees do in their lessons stands on their own record, and nowhere else.
        if tg_table_name = 'enrollment_event' and whole ->> 'reason' is null
          and whole ->> 'kind' in ('started', 'completed', 'uncompleted', 'passed') then
          return null;
        end if;
        was := was - omitted;
        becomes := becomes - omitted;
        if tg_op = 'UPDATE' then
          a := public.differing(was, becomes);
          b := public.differing(becomes, was);
          if a is null and b is null then return null; end if;
          was := a;
          becomes := b;
        end if;
        insert into public.change (school_id, what, act, subject, course, person, before, after)
        values (of_school, tg_table_name,
          case tg_op when 'INSERT' then 'added' when 'UPDATE' then 'changed' else 'removed' end,
          coalesce(whole ->> tg_argv[0], ''),
          case tg_table_name
            when 'course' then whole ->> 'id'
            when 'enrollment_event' then (select e.course_id from public.enrollment e
              where e.school_id = of_school and e.id = whole ->> 'enrollment_id')
            else whole ->> 'course_id' end,
          case tg_table_name
            when 'person' then whole ->> 'id'
            when 'enrollment_event' then (select e.person_id from public.enrollment e
              where e.school_id = of_school and e.id = whole ->> 'enrollment_id')
            else whole ->> 'person_id' end,
          was - 'school_id', becomes - 'school_id');
        return null;
      end $$;
    revoke all on function chain_change(), note_change(), differing(jsonb, jsonb) from public;
  `.execute(db);
  for (const { table, subject, but } of RECORDED)
    await sql`
      create trigger noted after insert or update or delete on ${sql.table(table)}
        for each row execute function note_change(${sql.lit(subject)}, ${sql.lit(`{${but.join(",")}}`)})
    `.execute(db);
}
