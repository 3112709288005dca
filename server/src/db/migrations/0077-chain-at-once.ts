/**
 * The record of changes, for whoever writes thousands of rows: what a statement has added is put on it by one statement,
 * and what a transaction has put there is numbered and chained together when it ends. The rows, their order and their
 * hashes are as they were.
 */
import { type Kysely, sql } from "kysely";

/** Tables of which many rows are added at once, with what names theirs, and the columns that are left out. */
const ADDED_TO = [
  { table: "person", subject: "id", but: "{}" },
  {
    table: "enrollment",
    subject: "id",
    but: "{last_sequence,projected_version,projected_sequence,stale_at,pinned_version,held_versions,number,sort_name,enrolled_at,time_zone,access_from,access_until,standing,done,required,finished_at,next_opens,next_item,seen_at,todo,next_due,told_at}",
    // What lists keep of an enrollment does not come to the record at all.
    update: "of id, course_id, person_id, cohort_id",
  },
  { table: "enrollment_event", subject: "enrollment_id", but: "{idempotency_key,recorded_at}" },
];

/** A school that is taken over or goes is one change: that of the school. */
const NOT_WHOLE = sql`coalesce(nullif(current_setting('dawngate.author', true), '')::jsonb ->> 'id', '')
  not in ('import', 'delete-school')`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- Without settings of their own, and bound to what they call as they are made, they are worked out where they stand.
    create or replace function change_body(c change) returns bytea
      language sql stable
      return sha256(coalesce(c.salt, ''::bytea) || convert_to(
        jsonb_build_array(c.author, c.subject, c.before, c.after)::text, 'UTF8'));
    create or replace function change_hash(previous bytea, c change) returns bytea
      language sql stable
      return sha256(previous || c.body || convert_to(jsonb_build_array(c.number,
        to_char(c.at at time zone 'UTC', 'YYYY-MM-DD HH24:MI:SS.US'), c.author_kind, c.author_id,
        c.what, c.act, c.course, c.person)::text, 'UTF8'));

    -- By its key also where a plan was made while the table was empty.
    create or replace function chain_change() returns trigger
      language plpgsql security definer set search_path = pg_catalog set enable_seqscan = off as $$
      declare
        head public.change_head; made public.change;
        ids bigint[] := '{}'; bodies bytea[] := '{}'; hashes bytea[] := '{}';
      begin
        -- The first of them has chained all that follow.
        perform from public.change
          where school_id = new.school_id and id = new.id and number is null;
        if not found then return null; end if;
        insert into public.change_head values (new.school_id, 0, '') on conflict do nothing;
        select * into head from public.change_head where school_id = new.school_id for update;
        -- What others have not committed is not seen, and what they have committed has a number.
        for made in select * from public.change
          where school_id = new.school_id and id >= new.id and number is null order by id
        loop
          made.number := head.number + cardinality(ids) + 1;
          made.body := public.change_body(made);
          made.hash := public.change_hash(
            case cardinality(ids) when 0 then head.hash else hashes[cardinality(ids)] end, made);
          ids := ids || made.id;
          bodies := bodies || made.body;
          hashes := hashes || made.hash;
        end loop;
        update public.change c set number = head.number + u.n, body = u.body, hash = u.hash
          from unnest(ids, bodies, hashes) with ordinality u (id, body, hash, n)
          where c.school_id = new.school_id and c.id = u.id;
        update public.change_head
          set number = head.number + cardinality(ids), hash = hashes[cardinality(ids)]
          where school_id = new.school_id;
        return null;
      end $$;

    -- A row without a number is found by nobody: it comes into them once it has one.
    drop index change_school_id_number_idx, change_school_id_author_id_number_idx,
      change_school_id_what_number_idx, change_school_id_course_number_idx,
      change_school_id_person_number_idx;
    create unique index change_number on change (school_id, number) where number is not null;
    create index change_author on change (school_id, author_id, number) where number is not null;
    create index change_what on change (school_id, what, number) where number is not null;
    create index change_course on change (school_id, course, number) where number is not null;
    create index change_person on change (school_id, person, number) where number is not null;

    -- What note_change does of a row, of all that a statement has added.
    create function note_added() returns trigger
      language plpgsql security definer set search_path = pg_catalog as $$
      begin
        if public.author_part('id') in ('import', 'delete-school') then return null; end if;
        if tg_table_name = 'enrollment_event' then
          -- What enrollees do in their lessons stands on their own record, and nowhere else.
          insert into public.change (school_id, what, act, subject, course, person, after)
          select n.school_id, tg_table_name, 'added', n.enrollment_id, e.course_id, e.person_id,
            to_jsonb(n) - tg_argv[1]::text[] - 'school_id'
          from added n cross join lateral (
            select e.course_id, e.person_id from public.enrollment e
            where e.school_id = n.school_id and e.id = n.enrollment_id
          ) e
          where n.reason is not null
            or n.kind not in ('started', 'completed', 'uncompleted', 'passed');
        else
          insert into public.change (school_id, what, act, subject, course, person, after)
          select (n.whole ->> 'school_id')::uuid, tg_table_name, 'added',
            coalesce(n.whole ->> tg_argv[0], ''), n.whole ->> 'course_id',
            n.whole ->> (case tg_table_name when 'person' then 'id' else 'person_id' end),
            n.whole - tg_argv[1]::text[] - 'school_id'
          from (select to_jsonb(a) as whole from added a) n;
        end if;
        return null;
      end $$;
    revoke all on function note_added() from public;
  `.execute(db);
  for (const { table, subject, but, update } of ADDED_TO)
    await sql`
      drop trigger noted on ${sql.table(table)};
      create trigger noted after update ${sql.raw(update ?? "")} or delete on ${sql.table(table)}
        for each row when (${NOT_WHOLE}) execute function note_change(${sql.lit(subject)}, ${sql.lit(but)});
      create trigger noted_added after insert on ${sql.table(table)}
        referencing new table as added
        for each statement execute function note_added(${sql.lit(subject)}, ${sql.lit(but)});
    `.execute(db);
}
