/** What must follow a transaction stands in it as a row, and is done once, whatever happens to the server. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table outbox (
      id uuid primary key default gen_random_uuid(),
      -- Null: of no school, such as the mails of signing in.
      school_id uuid references school on delete cascade,
      kind text not null,
      payload jsonb not null,
      at timestamptz not null default now(),
      -- waiting: for the queue; queued: the queue has it; failed: tried in vain, until staff have it tried again.
      state text not null default 'waiting' check (state in ('waiting', 'queued', 'failed')),
      -- Not before this instant.
      due timestamptz not null default now(),
      -- The same thing asked for twice while it waits is done once.
      once text,
      attempts integer not null default 0,
      fault text,
      tried_at timestamptz
    );
    create index on outbox (due) where state = 'waiting';
    create index on outbox (tried_at) where state = 'queued';
    create unique index on outbox (kind, once) where state = 'waiting' and once is not null;
    create index on outbox (school_id, at) where state = 'failed';
    alter table outbox enable row level security;
    create policy own on outbox using (
      school_id is not distinct from nullif(current_setting('dawngate.school_id', true), '')::uuid)
      -- What is of no school may be written from within one, and is not seen there.
      with check (school_id is null
        or school_id = nullif(current_setting('dawngate.school_id', true), '')::uuid);
    grant select, insert, delete on outbox to dawngate_app;

    -- The queue's side, over all schools: what is to be taken, and what came of it.
    create function outbox_take(most integer)
      returns table (id uuid, kind text)
      language sql security definer set search_path = pg_catalog as $$
        update public.outbox o set state = 'queued', tried_at = clock_timestamp()
          where o.id in (select w.id from public.outbox w where w.state = 'waiting' and w.due <= now()
            order by w.due limit most for update skip locked)
          returning o.id, o.kind
      $$;
    -- Holds a row for the transaction that works on it; nothing where it is done, or somebody else holds it.
    create function outbox_hold(wanted uuid)
      returns table (id uuid, kind text, payload jsonb)
      language sql security definer set search_path = pg_catalog as $$
        select o.id, o.kind, o.payload from public.outbox o
          where o.id = wanted and o.state = 'queued' for update skip locked
      $$;
    create function outbox_done(wanted uuid) returns boolean
      language sql security definer set search_path = pg_catalog as $$
        with gone as (delete from public.outbox o where o.id = wanted and o.state = 'queued' returning 1)
        select exists (select 1 from gone)
      $$;
    -- Tried in vain: again after a wait that doubles, until it was tried so often as its kind says.
    create function outbox_tried(wanted uuid, why text, tries integer, wait double precision)
      returns void
      language sql security definer set search_path = pg_catalog as $$
        update public.outbox o set attempts = attempts + 1, fault = left(why, 2000),
            tried_at = clock_timestamp(), once = null,
            due = now() + make_interval(secs => wait * power(2, least(attempts, 10))),
            state = case when attempts + 1 >= tries then 'failed' else 'waiting' end
          where o.id = wanted and o.state = 'queued'
      $$;
    create function outbox_again(wanted uuid) returns boolean
      language sql security definer set search_path = pg_catalog as $$
        with again as (
          update public.outbox o set state = 'waiting', due = now(), attempts = 0, once = null
            where o.id = wanted and o.state = 'failed'
              and o.school_id = nullif(current_setting('dawngate.school_id', true), '')::uuid
            returning 1)
        select exists (select 1 from again)
      $$;
    -- What a server ended with, or a queue has lost: no job waits for it, and nobody holds it.
    create function outbox_lost(older_than interval) returns integer
      language plpgsql security definer set search_path = pg_catalog as $$
      declare found integer;
      begin
        with lost as (
          update public.outbox o set state = 'waiting', once = null
            where o.id in (select q.id from public.outbox q
              where q.state = 'queued' and q.tried_at < now() - older_than
                and not exists (select 1 from pgboss.job j where j.name = q.kind
                  and j.state in ('created', 'retry') and j.data ->> 'row' = q.id::text)
              for update skip locked)
            returning 1)
        select count(*)::integer into found from lost;
        return found;
      end $$;
    create function outbox_figures()
      returns table (kind text, state text, count bigint, oldest double precision)
      language sql stable security definer set search_path = pg_catalog as $$
        select o.kind, o.state, count(*), extract(epoch from now() - min(o.at))::float8
          from public.outbox o group by 1, 2
      $$;
    revoke all on function outbox_take(integer), outbox_hold(uuid), outbox_done(uuid),
      outbox_tried(uuid, text, integer, double precision), outbox_again(uuid), outbox_lost(interval),
      outbox_figures() from public;
    grant execute on function outbox_take(integer), outbox_hold(uuid), outbox_done(uuid),
      outbox_tried(uuid, text, integer, double precision), outbox_again(uuid), outbox_lost(interval),
      outbox_figures() to dawngate_app;

    -- A mail is put into the tray once, however often it is sent.
    alter table tray.mail add column key text unique;
  `.execute(db);
  await sql`
    -- Tables that point at a school go with it, once it is deleted for good: found and emptied here, children first.
    create function delete_school(wanted uuid, wait interval) returns boolean
      language plpgsql security definer set search_path = pg_catalog as $$
      declare name text;
      begin
        perform 1 from public.school where id = wanted and deleted_at <= now() - wait for update;
        if not found then return false; end if;
        perform set_config('dawngate.author',
          '{"kind": "system", "id": "delete-school", "name": "delete-school"}', true);
        update public.course set current_version = null where school_id = wanted;
        foreach name in array array['opening', 'enrollment_event', 'enrollment', 'course_author',
          'cohort_instructor', 'cohort', 'handover', 'remark', 'invitation', 'person', 'course_version',
          'draft_operation', 'lesson_placement', 'module_placement', 'lesson_revision', 'lesson',
          'course_cover', 'course', 'member', 'ripple_run', 'outbox', 'change_head', 'change'] loop
          execute format('delete from public.%I where school_id = $1', name) using wanted;
        end loop;
        delete from public.school where id = wanted;
        return true;
      end $$;
    revoke all on function delete_school(uuid, interval) from public;
    grant execute on function delete_school(uuid, interval) to dawngate_app;

    -- Somebody forgotten: what names them goes, wherever it stands; what they did stays, as figures.
    create function forget_person(wanted text) returns text
      language plpgsql security definer set search_path = pg_catalog as $$
      declare
        here uuid := nullif(current_setting('dawngate.school_id', true), '')::uuid;
        who public.person;
      begin
        select * into who from public.person p where p.school_id = here and p.id = wanted for update;
        if not found then return null; end if;
        update public.person p set name = 'Forgotten', email = 'forgotten-' || md5(p.id) || '@invalid',
            user_id = null, time_zone = 'UTC'
          where p.school_id = here and p.id = wanted;
        update public.enrollment_event v set reason = null
          where v.school_id = here and v.reason is not null and v.enrollment_id in (
            select e.id from public.enrollment e where e.school_id = here and e.person_id = wanted);
        update public.enrollment_event v set author = 'Forgotten', author_id = ''
          where v.school_id = here and v.author_id = who.user_id;
        delete from public.invitation i where i.school_id = here and i.email = lower(who.email);
        delete from public.outbox o where o.school_id = here and o.payload ->> 'to' = who.email;
        delete from tray.mail m where lower(m.to_address) = lower(who.email);
        update public.change c set before = null, after = null, salt = null, author =
            case when c.author_id = who.user_id then 'Forgotten' else c.author end,
            subject = case c.what when 'invitation' then '' else c.subject end,
            redacted = c.number is not null
          where c.school_id = here and (c.person = wanted or c.author_id = who.user_id
            or (c.what = 'invitation' and c.subject = lower(who.email)));
        return coalesce(who.user_id, '');
      end $$;
    revoke all on function forget_person(text) from public;
    grant execute on function forget_person(text) to dawngate_app;
  `.execute(db);
}
