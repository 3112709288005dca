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

/** What somebody was told before they were in a course for the last time, they have read. */
export async function readSince(tx: SchoolTransaction): Promise<void> {
  await sql`
    update notice n set read_at = n.at
    where n.read_at is null and exists (
      select from enrollment e where e.school_id = n.school_id and e.person_id = n.person_id
        and e.seen_at >= n.at)
  `.execute(tx);
}
