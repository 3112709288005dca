/**
 * Who did it. Whoever acts is an account, a key or the system, with an identifier and the name it then had; a
 * transaction says so once (`dawngate.author`), and every row that is written in it takes it from there. Roles of
 * staff; and the record of changes, written by the database itself, in the same transaction, chained by hash.
 */
import { type Kysely, sql } from "kysely";
import { record } from "./record";
import { secure } from "./secure";

/** Tables whose rows say who wrote them. */
const AUTHORED = ["enrollment_event", "course_version", "draft_operation", "lesson_revision"];

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- A part of who acts in this transaction: kind, id or name.
    create function author_part(part text) returns text
      language sql stable set search_path = pg_catalog as $$
        select coalesce(
          nullif(current_setting('dawngate.author', true), '')::jsonb ->> part,
          case part when 'kind' then 'system' else 'system' end)
      $$;
    revoke all on function author_part(text) from public;
    grant execute on function author_part(text) to dawngate_app;
  `.execute(db);
  for (const table of AUTHORED) {
    await sql`
      alter table ${sql.table(table)}
        alter column author set default author_part('name'),
        add column author_kind text not null default 'unknown'
          check (author_kind in ('account', 'key', 'system', 'unknown')),
        add column author_id text not null default ''
    `.execute(db);
    // What was written before had a name only: it is known by it where one member of staff has it, and no other.
    await sql`
      update ${sql.table(table)} t set author_kind = 'account', author_id = m.id
        from (select school_id, name, min(user_id) as id from member
          group by school_id, name having count(*) = 1) m
        where m.school_id = t.school_id and m.name = t.author
    `.execute(db);
    await sql`
      update ${sql.table(table)} set author_kind = 'system', author_id = author
        where author in ('import', 'system')
    `.execute(db);
  }
  await sql`
    update enrollment_event v set author_kind = 'account', author_id = p.user_id, author = p.name
      from enrollment e join person p on p.school_id = e.school_id and p.id = e.person_id
      where v.author = 'enrollee' and e.school_id = v.school_id and e.id = v.enrollment_id
        and p.user_id is not null
  `.execute(db);
  for (const table of AUTHORED)
    await sql`
      alter table ${sql.table(table)}
        alter column author_kind set default author_part('kind'),
        alter column author_id set default author_part('id')
    `.execute(db);

  await sql`
    alter table member drop constraint member_role_check,
      add constraint member_role_check
        check (role in ('owner', 'manager', 'author', 'instructor', 'reviewer')),
      -- An author of all courses, or only of those named in course_author.
      add column all_courses boolean not null default true;
    alter table invitation drop constraint invitation_role_check,
      add constraint invitation_role_check
        check (role in ('owner', 'manager', 'author', 'instructor', 'reviewer', 'enrollee'));
    create table course_author (
      school_id uuid not null,
      course_id text not null,
      user_id text not null,
      primary key (school_id, user_id, course_id),
      foreign key (school_id, course_id) references course on delete cascade,
      foreign key (school_id, user_id) references member on delete cascade
    );
    alter table cohort_instructor
      drop constraint cohort_instructor_school_id_user_id_fkey,
      add foreign key (school_id, user_id) references member on delete cascade;

    -- Ownership that is offered to another member of staff and not taken yet: at most one of a school.
    create table handover (
      school_id uuid not null references school,
      from_user text not null,
      to_user text not null,
      at timestamptz not null default now(),
      primary key (school_id),
      foreign key (school_id, from_user) references member (school_id, user_id) on delete cascade,
      foreign key (school_id, to_user) references member (school_id, user_id) on delete cascade
    );

    -- What reviewers and authors say to each other about a course or an item of it.
    create table remark (
      school_id uuid not null,
      course_id text not null,
      id uuid not null default gen_random_uuid(),
      item_id text,
      body text not null check (length(body) between 1 and 5000),
      author text not null default author_part('name'),
      author_kind text not null default author_part('kind'),
      author_id text not null default author_part('id'),
      at timestamptz not null default now(),
      settled_at timestamptz,
      settled_by text,
      primary key (school_id, id),
      foreign key (school_id, course_id) references course on delete cascade
    );
    create index on remark (school_id, course_id, at);
  `.execute(db);
  for (const table of ["course_author", "handover", "remark"]) await secure(db, table);

  await sql`
    drop function actor_of_session(text, text, double precision);
    drop function actor_of(text, text, text);
    create function actor_of(address text, account text, mail text)
      returns table (school uuid, role text, person text, linkable boolean, cohorts text[],
        courses text[], two_factor boolean, deleted_at timestamptz)
      language plpgsql stable security definer set search_path = pg_catalog as $$
      begin
        return query
        select s.id, m.role, p.id,
               p.id is null and exists (
                 select 1 from public.person o where o.school_id = s.id and o.user_id is null
                   and lower(o.email) = lower(mail)),
               array(select c.cohort_id from public.cohort_instructor c
                 where c.school_id = s.id and c.user_id = account),
               case when m.role = 'author' and not m.all_courses then
                 array(select a.course_id from public.course_author a
                   where a.school_id = s.id and a.user_id = account) end,
               s.two_factor, s.deleted_at
          from public.school s
          left join public.member m on m.school_id = s.id and m.user_id = account
          left join public.person p on p.school_id = s.id and p.user_id = account
          where s.slug = address;
      end $$;
    alter table school
      add column two_factor boolean not null default false,
      -- Asked to be deleted: it is gone for everybody from then on, and removed after a wait.
      add column deleted_at timestamptz;
    revoke all on function actor_of(text, text, text) from public;
    grant execute on function actor_of(text, text, text) to dawngate_app;
    create or replace function school_of(address text) returns uuid
      language sql stable security definer set search_path = pg_catalog
      as 'select id from public.school where slug = address';
    create or replace function schools_of(account text, address text)
      returns table (slug text, name text, role text)
      language sql stable security definer set search_path = pg_catalog as $$
        select s.slug, s.name, m.role from public.member m join public.school s on s.id = m.school_id
          where m.user_id = account and s.deleted_at is null
        union all
        select s.slug, s.name, 'enrollee' from public.person p
          join public.school s on s.id = p.school_id
          where s.deleted_at is null and (p.user_id = account
            or (p.user_id is null and lower(p.email) = lower(address)))
      $$;
    create or replace function invitation_of(hash text)
      returns table (school uuid, slug text, school_name text, id uuid, email text, role text)
      language sql stable security definer set search_path = pg_catalog as $$
        select i.school_id, s.slug, s.name, i.id, i.email, i.role
          from public.invitation i join public.school s on s.id = i.school_id
          where i.token_hash = hash and i.accepted_at is null and i.expires_at > now()
            and s.deleted_at is null
      $$;
  `.execute(db);
  await record(db);
}
