/**
 * The rows a transaction puts on the record of changes are numbered and chained together when it ends, and not each by
 * itself: a file of people writes thousands. The numbers, the order and the hashes are as they were.
 */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create or replace function chain_change() returns trigger
      language plpgsql security definer set search_path = pg_catalog as $$
      declare head public.change_head; made public.change;
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
          made.number := head.number + 1;
          made.body := public.change_body(made);
          made.hash := public.change_hash(head.hash, made);
          update public.change set number = made.number, body = made.body, hash = made.hash
            where school_id = made.school_id and id = made.id;
          head.number := made.number;
          head.hash := made.hash;
        end loop;
        update public.change_head set number = head.number, hash = head.hash
          where school_id = new.school_id;
        return null;
      end $$;
  `.execute(db);
}
