/** Mails of the past in the mail tray. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export interface PastMail {
  to: string;
  subject: string;
  text: string;
  at: string;
}

/** Puts them in, in their order, as they came at their instants. */
export async function putIntoTray(
  tx: SchoolTransaction,
  school: SchoolId,
  mails: readonly PastMail[],
): Promise<void> {
  await sql`
    insert into tray.mail (to_address, subject, body, key, sent_at)
    select m."to", m.subject, m.text, ${`past-${school}-`} || m.n, m.at
    from rows from (jsonb_to_recordset(${JSON.stringify(mails)}::jsonb)
        as ("to" text, subject text, text text, at timestamptz))
      with ordinality as m ("to", subject, text, at, n)
    order by m.n
  `.execute(tx);
}
