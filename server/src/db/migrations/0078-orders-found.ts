/**
 * Orders found by whose they are, and the few that somebody has to look at, however many there are. What is compared by
 * likeness below row security uses no index, so a function looks at one school by itself.
 */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create index order_search on sales_order
      using gin (school_id, lower(name || ' ' || email) gin_trgm_ops);
    create function orders_called(pattern text, most integer) returns table (id text)
      language sql stable security definer set search_path = public as $$
        select o.id from sales_order o
          where o.school_id = nullif(current_setting('dawngate.school_id', true), '')::uuid
            and lower(o.name || ' ' || o.email) like pattern limit most
      $$;
    revoke all on function orders_called(text, integer) from public;
    grant execute on function orders_called(text, integer) to dawngate_app;

    create index orders_late on sales_order (school_id, bought_at, id)
      where standing in ('late', 'suspended');
    create index orders_unpaid on sales_order (school_id, state, bought_at, id)
      where state <> 'paid';
  `.execute(db);
}
