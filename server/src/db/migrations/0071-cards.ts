/** What an order knows of the card it is charged to; the practice till keeps cards without charging them, and until when. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table sales_order
      add column card_ends text,
      add column card_expires text check (card_expires ~ '^\\d{4}-(0[1-9]|1[0-2])$');
    alter table till.card add column expires text;
    alter table till.payment drop constraint payment_amount_check;
    alter table till.payment add check (amount >= 0);
  `.execute(db);
}
