/** When access ends that is sold: moments, as everywhere, in the place of days, what they count from, and a last day. */
import { type Kysely, sql } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    update listing_terms set terms = (terms - 'days' - 'daysFrom' - 'through') || jsonb_build_object(
      'validity', nullif(
        case when jsonb_typeof(terms -> 'days') = 'number' then
          jsonb_build_array(jsonb_build_object(
            'from', coalesce(terms ->> 'daysFrom', 'access'),
            'add', 'P' || (terms ->> 'days') || 'D',
            'edge', 'end'
          ))
        else '[]' end
        || case when jsonb_typeof(terms -> 'through') = 'string' then
          jsonb_build_array(jsonb_build_object(
            'from', 'date', 'date', terms ->> 'through', 'edge', 'end'
          ))
        else '[]' end,
        '[]'
      )
    )
    where terms ?| array['days', 'daysFrom', 'through']
  `.execute(db);
}
