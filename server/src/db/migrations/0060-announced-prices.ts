/** Another price for those who pay already, announced before it holds. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table announced_price (
      school_id uuid not null references school on delete cascade,
      id uuid not null,
      listing_id text not null,
      option_id text not null,
      -- The terms whose price it is.
      terms_number integer not null,
      -- From its first payment on this day or later each order pays it.
      from_day date not null,
      at timestamptz not null,
      primary key (school_id, id),
      -- The same press twice is one.
      unique (school_id, listing_id, option_id, terms_number, from_day),
      foreign key (school_id, listing_id) references listing (school_id, id) on delete cascade
    );
    create index on announced_price (school_id, listing_id, at desc);
    create trigger noted after insert or delete on announced_price
      for each row execute function note_change('id', '{}');
    -- What is announced to an order and does not hold yet.
    alter table sales_order add column announced jsonb;
    create index sales_order_subscriptions on sales_order (school_id, listing_id, id)
      where kind = 'subscription' and state = 'paid';
  `.execute(db);
  await secure(db, "announced_price");
}
