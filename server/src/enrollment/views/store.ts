/** Kept views of rosters, in the database. */
import type { NewRosterView, RosterView } from "@dawngate/contract/roster-views";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../../db/connection";

type Terms = Pick<NewRosterView, "standing" | "answer" | "other" | "order">;

/** Those of an account, and those for all; so many of each at the most. */
export async function readViews(
  tx: SchoolTransaction,
  account: string,
  most: number,
): Promise<RosterView[]> {
  const { rows } = await sql<{
    id: string;
    name: string;
    shared: boolean;
    terms: Omit<Terms, "other"> & Partial<Pick<Terms, "other">>;
  }>`
    select id, name, account_id is null as shared, terms from roster_view
    where account_id is null or account_id = ${account}
    order by lower(name), id limit ${2 * most}
  `.execute(tx);
  // What was not asked for when it was kept narrows nothing.
  return rows.map(({ terms, ...view }) => ({ ...view, ...terms, other: terms.other ?? null }));
}

/** Keeps one, in place of what had its name; null: there are so many already. */
export async function writeView(
  tx: SchoolTransaction,
  school: SchoolId,
  view: { id: string; account: string | null; name: string; terms: Terms },
  most: number,
): Promise<string | null> {
  const { id, account, name, terms } = view;
  const { rows } = await sql<{ id: string }>`
    insert into roster_view (school_id, id, account_id, name, terms)
    select ${school}, ${id}, ${account}, ${name}, ${JSON.stringify(terms)}::jsonb
    where (select count(*) from roster_view
        where account_id is not distinct from ${account}) < ${most}
      or exists (select from roster_view
        where account_id is not distinct from ${account} and lower(name) = lower(${name}))
    on conflict (school_id, coalesce(account_id, ''), lower(name))
      do update set name = excluded.name, terms = excluded.terms
    returning id
  `.execute(tx);
  return rows[0]?.id ?? null;
}

/** Forgets one: one's own, and where one may those for all; false where there is none. */
export async function deleteView(
  tx: SchoolTransaction,
  id: string,
  { account, shared }: { account: string; shared: boolean },
): Promise<boolean> {
  const { rows } = await sql`
    delete from roster_view where id = ${id}
      and (account_id = ${account} or (${shared} and account_id is null))
    returning id
  `.execute(tx);
  return rows.length > 0;
}
