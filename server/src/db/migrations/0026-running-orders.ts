/**
 * Orders that run: parts that fall due and periods that begin, each charged by itself. What was agreed about it is
 * frozen with the order; the card is kept as the payment service's own token.
 */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    -- Null: as it is usual. Of new orders; those that run keep theirs.
    alter table school add column payment_terms jsonb;
    alter table sales_order
      add column payment_terms jsonb,
      add column series jsonb,
      add column card text,
      -- How it stands (orders.md, "State of an order"), as worked out last; and when it is to be worked out again.
      add column standing text,
      add column next_at timestamptz;
    -- The links of letters: each opens its order without signing in, for a while.
    create table order_link (
      school_id uuid not null,
      order_id text not null,
      hash text not null,
      until timestamptz not null,
      primary key (school_id, order_id, hash),
      foreign key (school_id, order_id) references sales_order (school_id, id) on delete cascade
    );
    create index on sales_order (school_id, account_id) where account_id is not null;
    create index on sales_order (school_id, standing, bought_at, id) where standing is not null;
    alter table order_event
      -- Which part it is about; null: about none.
      add column part integer,
      add column data jsonb;
    update order_event set part = 1 where kind in ('charged', 'failed');

    -- The practice till keeps cards; who charges knows their tokens alone.
    create table till.card (
      token text primary key,
      number text not null
    );
    alter table till.payment alter column return_to drop not null;
    grant select, insert, update, delete on till.card to dawngate_app;
  `.execute(db);
  await secure(db, "order_link");
}
