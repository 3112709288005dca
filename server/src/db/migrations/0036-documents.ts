/** Invoices and credit notes: numbered without a gap, and never changed once they are written. */
import { type Kysely, sql } from "kysely";
import { secure } from "./secure";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table school add column invoicing jsonb;
    alter table sales_order add column billing jsonb;
    create table sales_document (
      school_id uuid not null,
      series text not null,
      year integer not null,
      number integer not null check (number > 0),
      kind text not null check (kind in ('invoice', 'credit-note')),
      order_id text not null,
      -- The order's event that made it.
      event integer not null,
      at timestamptz not null,
      issued_at timestamptz not null,
      amount bigint not null check (amount > 0),
      tax bigint not null check (tax between 0 and amount),
      currency text not null,
      -- All that stands on it, as it was then.
      content jsonb not null,
      primary key (school_id, series, year, number),
      unique (school_id, order_id, event),
      foreign key (school_id, order_id, event) references order_event (school_id, order_id, sequence) on delete cascade
    );
    create index on sales_document (school_id, at, order_id, event);
    create table document_series (
      school_id uuid not null references school on delete cascade,
      series text not null,
      year integer not null,
      last integer not null,
      primary key (school_id, series, year)
    );
    -- What was paid before there were any gets its own.
    insert into outbox (school_id, kind, payload, once)
      select o.school_id, 'write-documents', jsonb_build_object('school', o.school_id, 'order', o.id), o.school_id || ' ' || o.id
      from sales_order o where o.state = 'paid' and exists (
        select from order_event e where e.school_id = o.school_id and e.order_id = o.id and e.kind = 'charged')
      order by o.bought_at, o.id;
  `.execute(db);
  for (const table of ["sales_document", "document_series"]) await secure(db, table);
  // Whoever serves writes them, and changes none; with its school a document goes as its order does.
  await sql`revoke update, delete on sales_document from dawngate_app`.execute(db);
}
