/** People found by their mail addresses, through row security. */
import { sql } from "kysely";

/**
 * Of people, who has one of some addresses, in whatever letters: found by an index, however many a school has. A condition
 * on lower(email) itself would be looked at for everybody: row security lets no index be asked it (0075-people-by-address).
 *
 * @param id the person's identifier, as the query calls it
 */
export const hasAddress = (addresses: readonly string[], id = "id") => sql<boolean>`
  ${sql.ref(id)} = any (array(select b.id from people_by_address(
    ${addresses.map((one) => one.toLowerCase())}::text[]) b))`;
