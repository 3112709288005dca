/** Partners who bring buyers: who they are, what of which order is theirs, and what they were paid. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table school add column partner_terms jsonb;
    -- Whose links were followed before the purchase, and what was agreed with them by then.
    alter table sales_order add column partners jsonb;

    create table partner (
      school_id uuid not null references school on delete cascade,
      id text not null,
      name text not null,
      email text not null,
      word text not null,
      percent numeric(5, 2) not null check (percent between 0 and 100),
      ended boolean not null default false,
      -- SHA-256 of the secret of their own page; null: it is shut.
      page_hash text,
      primary key (school_id, id),
      unique (school_id, word)
    );

    -- Browsers that came by a link, by day.
    create table partner_visit (
      school_id uuid not null,
      partner_id text not null,
      day date not null,
      visits integer not null,
      primary key (school_id, partner_id, day),
      foreign key (school_id, partner_id) references partner on delete cascade
    );

    -- What of an order is a partner's, as the core said when it was last looked at.
    create table partner_share (
      school_id uuid not null,
      order_id text not null,
      partner_id text not null,
      at timestamptz not null,
      currency text not null,
      percent numeric(5, 2) not null,
      paid boolean not null default false,
      net bigint not null default 0,
      earned bigint not null default 0,
      payable bigint not null default 0,
      next_at timestamptz,
      -- Something has happened to the order since.
      stale boolean not null default true,
      primary key (school_id, order_id),
      foreign key (school_id, order_id) references sales_order on delete cascade,
      foreign key (school_id, partner_id) references partner on delete cascade
    );
    create index partner_share_latest on partner_share (school_id, partner_id, at desc, order_id);
    create index partner_share_next on partner_share (school_id, partner_id, next_at)
      where next_at is not null;
    create index partner_share_stale on partner_share (school_id, partner_id) where stale;

    -- Sums of shares, kept with each of them, so that nobody adds up all orders.
    create table partner_sum (
      school_id uuid not null,
      partner_id text not null,
      currency text not null,
      orders integer not null default 0,
      unfinished integer not null default 0,
      net bigint not null default 0,
      earned bigint not null default 0,
      payable bigint not null default 0,
      primary key (school_id, partner_id, currency),
      foreign key (school_id, partner_id) references partner on delete cascade
    );
    create function add_partner_share() returns trigger language plpgsql as $$
    begin
      if tg_op <> 'INSERT' then
        update partner_sum set
          orders = orders - old.paid::int,
          unfinished = unfinished - (not old.paid)::int,
          net = net - old.net, earned = earned - old.earned, payable = payable - old.payable
        where school_id = old.school_id and partner_id = old.partner_id
          and currency = old.currency;
      end if;
      if tg_op <> 'DELETE' then
        insert into partner_sum as s
          (school_id, partner_id, currency, orders, unfinished, net, earned, payable)
        values (new.school_id, new.partner_id, new.currency, new.paid::int, (not new.paid)::int,
          new.net, new.earned, new.payable)
        on conflict (school_id, partner_id, currency) do update set
          orders = s.orders + excluded.orders,
          unfinished = s.unfinished + excluded.unfinished,
          net = s.net + excluded.net,
          earned = s.earned + excluded.earned,
          payable = s.payable + excluded.payable;
      end if;
      return null;
    end $$;
    create trigger partner_share_added
      after insert or delete or update of paid, net, earned, payable on partner_share
      for each row execute function add_partner_share();

    create table partner_payout (
      school_id uuid not null,
      id text not null,
      partner_id text not null,
      -- Of the press that marked it.
      key text not null,
      at timestamptz not null,
      currency text not null,
      amount bigint not null check (amount > 0),
      note text not null,
      account_id text,
      taken_back timestamptz,
      primary key (school_id, id),
      unique (school_id, key),
      foreign key (school_id, partner_id) references partner on delete cascade
    );
    create index partner_payout_latest on partner_payout (school_id, partner_id, at desc);
  `.execute(db);
  for (const table of [
    "partner",
    "partner_visit",
    "partner_share",
    "partner_sum",
    "partner_payout",
  ])
    await secure(db, table);
}
