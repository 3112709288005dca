/** Addresses that their mail servers refuse for good, in the database. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { SAID } from "./sent-store";

export async function putRefusal(
  tx: SchoolTransaction,
  school: SchoolId,
  { address, says, at }: { address: string; says: string; at: string },
): Promise<void> {
  await sql`
    insert into mail_refused (school_id, address, says, at)
    values (${school}, ${address.toLowerCase()}, ${says.slice(0, SAID)}, ${at}::timestamptz)
    on conflict (school_id, address) do update set says = excluded.says, at = excluded.at
  `.execute(tx);
}

/** It was taken after all. */
export async function dropRefusal(tx: SchoolTransaction, address: string): Promise<void> {
  await tx.deleteFrom("mail_refused").where("address", "=", address.toLowerCase()).execute();
}
