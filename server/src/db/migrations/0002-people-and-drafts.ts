/** People who sign in, their roles, invitations, the mail tray, and drafts that are edited by operations. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  // The tables of the sign-in package, as it compiles them itself, in a schema of their own.
  await sql`
    create schema auth;
    create table auth."user" (
      "id" text not null primary key, "name" text not null, "email" text not null unique,
      "emailVerified" boolean not null, "image" text,
      "createdAt" timestamptz default current_timestamp not null,
      "updatedAt" timestamptz default current_timestamp not null
    );
    create table auth."session" (
      "id" text not null primary key, "expiresAt" timestamptz not null, "token" text not null unique,
      "createdAt" timestamptz default current_timestamp not null, "updatedAt" timestamptz not null,
      "ipAddress" text, "userAgent" text,
      "userId" text not null references auth."user" ("id") on delete cascade
    );
    create table auth."account" (
      "id" text not null primary key, "accountId" text not null, "providerId" text not null,
      "userId" text not null references auth."user" ("id") on delete cascade,
      "accessToken" text, "refreshToken" text, "idToken" text, "accessTokenExpiresAt" timestamptz,
      "refreshTokenExpiresAt" timestamptz, "scope" text, "password" text,
      "createdAt" timestamptz default current_timestamp not null, "updatedAt" timestamptz not null
    );
    create table auth."verification" (
      "id" text not null primary key, "identifier" text not null, "value" text not null,
      "expiresAt" timestamptz not null,
      "createdAt" timestamptz default current_timestamp not null,
      "updatedAt" timestamptz default current_timestamp not null
    );
    create table auth."rateLimit" (
      "id" text not null primary key, "key" text not null unique, "count" integer not null,
      "lastRequest" bigint not null
    );
    create index on auth."session" ("userId");
    create index on auth."account" ("userId");
    create index on auth."verification" ("identifier");
    grant usage on schema auth to dawngate_app;
    grant select, insert, update, delete on all tables in schema auth to dawngate_app;

    -- The simulated mailbox. A real mail server is a setting, and then this stays empty.
    create schema tray;
    create table tray.mail (
      id bigint generated always as identity primary key,
      to_address text not null,
      subject text not null,
      body text not null,
      sent_at timestamptz not null default now()
    );
    grant usage on schema tray to dawngate_app;
    grant select, insert on tray.mail to dawngate_app;
  `.execute(db);

  await sql`
    alter table school add column contact text not null default '';
    alter table school add column color text not null default '#D9533B'
      check (color ~ '^#[0-9A-Fa-f]{6}$');
    alter table school add column release_hour text not null default '07:00';

    -- Staff. Whoever learns is a person; the same account may be both.
    create table member (
      school_id uuid not null references school,
      user_id text not null,
      role text not null check (role in ('owner', 'instructor')),
      name text not null,
      email text not null,
      created_at timestamptz not null default now(),
      primary key (school_id, user_id)
    );
    create table cohort_instructor (
      school_id uuid not null,
      cohort_id text not null,
      user_id text not null,
      primary key (school_id, cohort_id, user_id),
      foreign key (school_id, cohort_id) references cohort (school_id, id),
      foreign key (school_id, user_id) references member
    );
    alter table person add column user_id text;
    create unique index on person (school_id, user_id);
    create table invitation (
      school_id uuid not null references school,
      id uuid not null default gen_random_uuid(),
      email text not null,
      role text not null check (role in ('instructor', 'enrollee')),
      token_hash text not null unique,
      invited_by text not null,
      expires_at timestamptz not null,
      accepted_at timestamptz,
      primary key (school_id, id)
    );

    -- A draft's operations, numbered; a client's own number makes the same press twice count once.
    alter table course add column draft_sequence integer not null default 0;
    alter table course add column description text not null default '';
    create table draft_operation (
      school_id uuid not null,
      course_id text not null,
      sequence integer not null check (sequence > 0),
      client_id text not null,
      client_number integer not null,
      operation jsonb not null,
      author text not null,
      at timestamptz not null default now(),
      primary key (school_id, course_id, sequence),
      unique (school_id, course_id, client_id, client_number),
      foreign key (school_id, course_id) references course
    );
    alter table lesson_revision add column author text not null default 'import';
  `.execute(db);
  for (const table of ["member", "cohort_instructor", "invitation", "draft_operation"])
    await secure(db, table);
  await sql`
    revoke update, delete on draft_operation from dawngate_app;

    -- What is asked before a school is known: where an account belongs, and what an invitation is for.
    create function schools_of(account text, address text)
      returns table (slug text, name text, role text)
      language sql stable security definer set search_path = public as $$
        select s.slug, s.name, m.role from member m join school s on s.id = m.school_id
          where m.user_id = account
        union all
        select s.slug, s.name, 'enrollee' from person p join school s on s.id = p.school_id
          where p.user_id = account
            or (p.user_id is null and lower(p.email) = lower(address))
      $$;
    create function actor_of(address text, account text, mail text)
      returns table (school uuid, role text, person text, linkable boolean, cohorts text[])
      language sql stable security definer set search_path = public as $$
        select s.id, m.role, p.id,
               p.id is null and exists (
                 select 1 from person o where o.school_id = s.id and o.user_id is null
                   and lower(o.email) = lower(mail)),
               array(select c.cohort_id from cohort_instructor c
                 where c.school_id = s.id and c.user_id = account)
          from school s
          left join member m on m.school_id = s.id and m.user_id = account
          left join person p on p.school_id = s.id and p.user_id = account
          where s.slug = address
      $$;
    create function invitation_of(hash text)
      returns table (school uuid, slug text, school_name text, id uuid, email text, role text)
      language sql stable security definer set search_path = public as $$
        select i.school_id, s.slug, s.name, i.id, i.email, i.role
          from invitation i join school s on s.id = i.school_id
          where i.token_hash = hash and i.accepted_at is null and i.expires_at > now()
      $$;
    revoke all on function schools_of(text, text), actor_of(text, text, text), invitation_of(text)
      from public;
    grant execute on function schools_of(text, text), actor_of(text, text, text),
      invitation_of(text) to dawngate_app;
  `.execute(db);
}
