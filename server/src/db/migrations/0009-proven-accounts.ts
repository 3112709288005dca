/**
 * Accounts are their addresses' owners': what was never proven goes. A second step (one-time codes, recovery codes),
 * passkeys, sessions that know whether a second step was taken, accounts of one person that are joined, and the
 * counters of attempts.
 */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- An address that nobody has proven is nobody's account.
    delete from auth."user" where not "emailVerified";

    -- As the sign-in package compiles them itself.
    alter table auth."user" add column "twoFactorEnabled" boolean default false;
    alter table auth."session" add column "strong" boolean not null default false;
    create table auth."twoFactor" (
      "id" text not null primary key, "secret" text not null, "backupCodes" text not null,
      "userId" text not null references auth."user" ("id") on delete cascade,
      "verified" boolean default true, "failedVerificationCount" integer default 0,
      "lockedUntil" timestamptz
    );
    create index on auth."twoFactor" ("userId");
    create table auth."passkey" (
      "id" text not null primary key, "name" text, "publicKey" text not null,
      "userId" text not null references auth."user" ("id") on delete cascade,
      "credentialID" text not null, "counter" integer not null, "deviceType" text not null,
      "backedUp" boolean not null, "transports" text, "createdAt" timestamptz, "aaguid" text
    );
    create index on auth."passkey" ("userId");
    create unique index on auth."passkey" ("credentialID");

    -- Who asked for an account of an address before its owner proved it: the owner is told.
    create table auth.asking (
      email text not null,
      at timestamptz not null default now()
    );
    create index on auth.asking (email);
    -- An account to be joined to another, once the owner of its address says so.
    create table auth.joining (
      token_hash text primary key,
      into_user text not null references auth."user" ("id") on delete cascade,
      email text not null,
      expires_at timestamptz not null
    );
    -- Counters of attempts, as the limiting package keeps them.
    create table auth.hits (
      key varchar(255) primary key, points integer not null default 0, expire bigint
    );
    create index on auth.hits (expire);
    drop table auth."rateLimit";
    grant select, insert, update, delete on all tables in schema auth to dawngate_app;
  `.execute(db);

  await sql`
    create function actor_of_session(address text, token text, age double precision)
      returns table (account_id text, account_name text, account_email text, strong boolean,
        session text, to_prolong boolean, school uuid, role text, person text, linkable boolean, cohorts text[],
        courses text[], two_factor boolean, deleted_at timestamptz)
      language plpgsql stable security definer set search_path = pg_catalog as $$
      declare who record;
      begin
        select u.id, u.name, lower(u.email) as email, s.strong, s.id as session,
               s."expiresAt" - make_interval(secs => age) <= now() as old
          into who
          from auth."session" s join auth."user" u on u.id = s."userId"
          where s.token = actor_of_session.token and s."expiresAt" > now() and u."emailVerified";
        return query
        select who.id, who.name, who.email, coalesce(who.strong, false), who.session,
               coalesce(who.old, false), a.*
          from public.actor_of(address, coalesce(who.id, ''), coalesce(who.email, '')) a;
      end $$;
    revoke all on function actor_of_session(text, text, double precision) from public;
    grant execute on function actor_of_session(text, text, double precision) to dawngate_app;

    -- Where an account is somebody: for joining accounts and for taking out one's data.
    create function schools_with(account text) returns setof uuid
      language sql stable security definer set search_path = pg_catalog as $$
        select school_id from public.member where user_id = account
        union select school_id from public.person where user_id = account
      $$;
    revoke all on function schools_with(text) from public;
    grant execute on function schools_with(text) to dawngate_app;
  `.execute(db);
}
