/** A part of a transaction that the server does by itself, whoever the rest of it is done by. */
import { sql } from "kysely";
import type { SchoolTransaction } from "./connection";
import { system, type Who } from "./who";

const setAuthor = (tx: SchoolTransaction, who: Who) =>
  sql`select set_config('dawngate.author', ${JSON.stringify(who)}, true)`.execute(tx);

/**
 * What `work` writes bears the server as its author; what comes after it in the transaction bears `who` again.
 *
 * @example await asSystem(tx, context.who, "zone", () => openAgain(tx));
 */
export async function asSystem(
  tx: SchoolTransaction,
  who: Who,
  id: string,
  work: () => Promise<void>,
): Promise<void> {
  await setAuthor(tx, system(id));
  await work();
  await setAuthor(tx, who);
}
