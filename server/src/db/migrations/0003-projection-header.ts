/**
 * What an enrollment's openings were worked out from stands once, with the enrollment, and no longer on each row: so
 * an event writes only the openings that it changes.
 */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table enrollment
      add column projected_version integer,
      add column projected_sequence integer,
      add column stale_at timestamptz;
    update enrollment e
      set projected_version = o.version, projected_sequence = o.event_sequence,
          stale_at = o.stale_at
      from (select distinct on (school_id, enrollment_id) * from opening
            order by school_id, enrollment_id, event_sequence) o
      where o.school_id = e.school_id and o.enrollment_id = e.id;
    create index on enrollment (school_id, stale_at) where stale_at is not null;
    alter table opening drop column version, drop column event_sequence, drop column stale_at;
  `.execute(db);

  // The same question as before, asked at every request. In this language a connection keeps its plan; names with
  // their schema make it safe without a search path of its own, which cost more than the question.
  await sql`
    drop function actor_of(text, text, text);
    create function actor_of(address text, account text, mail text)
      returns table (school uuid, role text, person text, linkable boolean, cohorts text[])
      language plpgsql stable security definer as $$
      begin
        return query
        select s.id, m.role, p.id,
               p.id is null and exists (
                 select 1 from public.person o where o.school_id = s.id and o.user_id is null
                   and lower(o.email) = lower(mail)),
               array(select c.cohort_id from public.cohort_instructor c
                 where c.school_id = s.id and c.user_id = account)
          from public.school s
          left join public.member m on m.school_id = s.id and m.user_id = account
          left join public.person p on p.school_id = s.id and p.user_id = account
          where s.slug = address;
      end $$;
    -- Who a session's token signs in, and what they are in a school, in one question. A session of this age in
    -- seconds before its end is to be prolonged.
    create function actor_of_session(address text, token text, age double precision)
      returns table (account_id text, account_name text, account_email text, to_prolong boolean,
        school uuid, role text, person text, linkable boolean, cohorts text[])
      language plpgsql stable security definer as $$
      declare who record;
      begin
        select u.id, u.name, lower(u.email) as email,
               s."expiresAt" - make_interval(secs => age) <= now() as old
          into who
          from auth."session" s join auth."user" u on u.id = s."userId"
          where s.token = actor_of_session.token and s."expiresAt" > now() and u."emailVerified";
        return query
        select who.id, who.name, who.email, coalesce(who.old, false), a.*
          from public.actor_of(address, coalesce(who.id, ''), coalesce(who.email, '')) a;
      end $$;
    revoke all on function actor_of(text, text, text),
      actor_of_session(text, text, double precision) from public;
    grant execute on function actor_of(text, text, text),
      actor_of_session(text, text, double precision) to dawngate_app;
  `.execute(db);
}
