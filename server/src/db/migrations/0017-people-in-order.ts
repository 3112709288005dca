/**
 * A school's people in the order of their names, from a place on: what is compared below row security uses no index, so
 * this looks at one school by itself.
 */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create index person_in_order on person (school_id, sort_name_of(name), id);
    create function people_after(after_name text, after_id text, most integer)
      returns table (id text, sort_name text)
      language sql stable security definer set search_path = public as $$
        select p.id, sort_name_of(p.name) from person p
          where p.school_id = nullif(current_setting('dawngate.school_id', true), '')::uuid
            and (sort_name_of(p.name), p.id) > (after_name, after_id)
          order by sort_name_of(p.name), p.id limit most
      $$;
    revoke all on function people_after(text, text, integer) from public;
    grant execute on function people_after(text, text, integer) to dawngate_app;
  `.execute(db);
}
