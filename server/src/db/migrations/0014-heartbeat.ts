/** A beat of the primary's, by which a copy of it knows how old it is. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table heartbeat (
      one boolean primary key default true check (one),
      at timestamptz not null default now()
    );
    insert into heartbeat default values;
    grant select on heartbeat to dawngate_app;
    -- However many servers there are, it is written a few times a second.
    create function beat() returns void
      language sql security definer set search_path = pg_catalog as $$
        update public.heartbeat set at = clock_timestamp()
          where at < clock_timestamp() - interval '300 milliseconds'
      $$;
    create function age_of_copy() returns double precision
      language sql stable security definer set search_path = pg_catalog as $$
        select extract(epoch from clock_timestamp() - at)::double precision from public.heartbeat
      $$;
    revoke all on function beat(), age_of_copy() from public;
    grant execute on function beat(), age_of_copy() to dawngate_app;
  `.execute(db);
}
