/** Whether something stands at an address of the school's own pages, in the database. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";

/** A course that is published, or a listing that can be bought, by its identifier or by an address it has or had. */
export async function leadsSomewhere(
  tx: SchoolTransaction,
  kind: "course" | "listing",
  address: string,
): Promise<boolean> {
  const isThere =
    kind === "course"
      ? sql`select from course o where o.id = any (ids) and o.current_version is not null`
      : sql`select from listing o where o.id = any (ids) and o.state in ('on-sale', 'private')`;
  const { rows } = await sql<{ leads: boolean }>`
    select exists (${isThere}) as leads from (
      select array_append(array_agg(a.subject), ${address}) as ids from page_address a
      where a.kind = ${kind} and a.address = ${address}
    ) known
  `.execute(tx);
  return rows[0]?.leads ?? false;
}
