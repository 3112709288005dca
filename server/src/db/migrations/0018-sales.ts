/**
 * Selling: listings with every state of their terms, orders with the quote they were bought at and what happened to
 * them, the uses of codes, receipts numbered without a gap; and the practice till's own tables, in a schema of its own.
 */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table listing (
      school_id uuid not null references school on delete cascade,
      id text not null,
      title text not null,
      state text not null default 'draft' check (state in ('draft', 'on-sale', 'private', 'hidden')),
      -- The terms that hold; earlier ones stay: orders were made by them, and prices are compared with them.
      number integer not null,
      sold integer not null default 0 check (sold >= 0),
      primary key (school_id, id)
    );
    create index on listing (school_id, title, id);
    create table listing_terms (
      school_id uuid not null,
      listing_id text not null,
      number integer not null,
      terms jsonb not null,
      at timestamptz not null,
      primary key (school_id, listing_id, number),
      foreign key (school_id, listing_id) references listing (school_id, id) on delete cascade
    );
    create table listing_course (
      school_id uuid not null,
      listing_id text not null,
      course_id text not null,
      primary key (school_id, listing_id, course_id),
      foreign key (school_id, listing_id) references listing (school_id, id) on delete cascade,
      foreign key (school_id, course_id) references course (school_id, id) on delete cascade
    );
    create index on listing_course (school_id, course_id);
    create table sales_order (
      school_id uuid not null references school on delete cascade,
      id text not null,
      key text not null,
      listing_id text not null,
      terms_number integer not null,
      title text not null,
      account_id text,
      person_id text,
      name text not null,
      email text not null,
      time_zone text not null,
      option_id text not null,
      kind text not null check (kind in ('free', 'once', 'installments', 'subscription')),
      seats integer not null check (seats > 0),
      codes text[] not null default '{}',
      quote jsonb not null,
      currency text not null,
      consent_at timestamptz,
      state text not null check (state in ('open', 'paid', 'lapsed')),
      bought_at timestamptz not null,
      held_until timestamptz,
      paid_at timestamptz,
      pay_url text,
      secret_hash text not null,
      receipt_year integer,
      receipt_number integer,
      primary key (school_id, id),
      unique (school_id, key),
      unique (school_id, receipt_year, receipt_number),
      foreign key (school_id, listing_id, terms_number)
        references listing_terms (school_id, listing_id, number),
      -- Whoever is forgotten leaves: what was bought, and its receipt, has to be kept.
      foreign key (school_id, person_id) references person (school_id, id)
        on delete set null (person_id)
    );
    create index on sales_order (school_id, bought_at, id);
    create index on sales_order (school_id, listing_id, held_until) where state = 'open';
    create index on sales_order (school_id, person_id);
    create table order_event (
      school_id uuid not null,
      order_id text not null,
      sequence integer not null,
      kind text not null,
      at timestamptz not null,
      charge text,
      amount bigint,
      primary key (school_id, order_id, sequence),
      -- However often a charge is told, it counts once.
      unique (school_id, kind, charge),
      foreign key (school_id, order_id) references sales_order (school_id, id) on delete cascade
    );
    create table order_enrollment (
      school_id uuid not null,
      order_id text not null,
      enrollment_id text not null,
      primary key (school_id, order_id, enrollment_id),
      foreign key (school_id, order_id) references sales_order (school_id, id) on delete cascade,
      foreign key (school_id, enrollment_id) references enrollment (school_id, id) on delete cascade
    );
    create table code_use (
      school_id uuid not null,
      listing_id text not null,
      code text not null,
      order_id text not null,
      email text not null,
      primary key (school_id, listing_id, code, order_id),
      foreign key (school_id, order_id) references sales_order (school_id, id) on delete cascade
    );
    create table receipt_series (
      school_id uuid not null references school on delete cascade,
      year integer not null,
      last integer not null,
      primary key (school_id, year)
    );

    create schema till;
    create table till.payment (
      id text primary key,
      -- The same key is the same payment, however often it is asked for.
      key text not null unique,
      amount bigint not null check (amount > 0),
      currency text not null,
      reference text not null,
      told_at text not null,
      return_to text not null,
      state text not null default 'open' check (state in ('open', 'second-step', 'late', 'paid', 'refused')),
      card text,
      -- A card that answers late is settled at this instant.
      settles_at timestamptz,
      made_at timestamptz not null default now()
    );
    create index on till.payment (settles_at) where state = 'late';
    create table till.attempt (
      id text primary key,
      payment_id text not null references till.payment on delete cascade,
      state text not null check (state in ('paid', 'refused')),
      at timestamptz not null default now()
    );
    create table till.message (
      id text primary key,
      payment_id text not null references till.payment on delete cascade,
      body text not null,
      due timestamptz not null default now(),
      tries integer not null default 0,
      sent_at timestamptz
    );
    create index on till.message (due) where sent_at is null;
    grant usage on schema till to dawngate_app;
    grant select, insert, update, delete on all tables in schema till to dawngate_app;
  `.execute(db);
  for (const table of [
    "listing",
    "listing_terms",
    "listing_course",
    "sales_order",
    "order_event",
    "order_enrollment",
    "code_use",
    "receipt_series",
  ])
    await secure(db, table);
  // A listing on the record of changes: who changed what, when.
  await sql`
    create trigger noted after insert or update or delete on listing
      for each row execute function note_change('id', '{sold}')
  `.execute(db);
}
