/** What the practice till has given back. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table till.refund (
      id text primary key,
      key text not null unique,
      charge text not null references till.attempt on delete cascade,
      amount bigint not null check (amount > 0),
      at timestamptz not null default now()
    );
    create index on till.refund (charge);
    grant select, insert, update, delete on till.refund to dawngate_app;
  `.execute(db);
}
