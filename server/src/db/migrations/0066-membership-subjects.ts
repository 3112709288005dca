/** Memberships of some subjects: what was promised of them when they were bought. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table membership
      -- Only courses of these; none: of any.
      add column subjects text[] not null default '{}',
      -- Of one of some subjects: the courses that had one of them when it was bought.
      add column promised text[] not null default '{}';
    update listing set membership = membership || '{"subjects": []}' where membership is not null;
    update listing_terms set terms = jsonb_set(terms, '{membership,subjects}', '[]')
      where jsonb_typeof(terms -> 'membership') = 'object';
  `.execute(db);
}
