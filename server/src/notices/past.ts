/** What would have gone out in the weeks before, put on record as sent: for a school that begins in the middle of things. */
import { noticesBetween } from "@dawngate/core/notices";
import type { Instant } from "@dawngate/core/time";
import { sql } from "kysely";
import { writeLetter } from "../base/letter";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { inMail, schoolInMail } from "../school/in-mail";
import { holdDue, noteLooked, takeOver } from "./look-store";
import { lookAhead, madeOf, readParts } from "./notify";
import { readPerson } from "./person";
import { insertNotice } from "./person-store";

/** A school that begins so has at most so many people. */
const MOST = 1000;

export async function tellPast(
  tx: SchoolTransaction,
  school: SchoolId,
  baseUrl: string,
  from: Instant,
  now: Instant,
): Promise<void> {
  while (await takeOver(tx, school, now));
  const parts = await readParts(tx, school, baseUrl);
  const by = await schoolInMail(tx);
  const mails: { to: string; subject: string; text: string; at: string }[] = [];
  for (const who of await holdDue(tx, now, MOST)) {
    const to = await readPerson(tx, school, who, parts.settings, now, true);
    const { notices } = noticesBetween({ ...to.asked, sent: null, from, to: now });
    for (const notice of notices) {
      const made = madeOf(notice, to, parts);
      await insertNotice(tx, school, { ...made, sentAt: made.at });
      const { button, ...says } = made.letter;
      const greeting = `Hello ${inMail(who.name)},`;
      const letter = writeLetter({ ...says, from: by, greeting, ...(button && { button }) });
      mails.push({ to: who.email, subject: letter.subject, text: letter.text, at: made.at });
    }
    await noteLooked(tx, school, who.person, {
      now,
      ...lookAhead(to, [...to.asked.sent, ...notices], parts.zone, now),
    });
  }
  // As the mail tray got them, one after another.
  await sql`
    insert into tray.mail (to_address, subject, body, key, sent_at)
    select m."to", m.subject, m.text, ${`past-${school}-`} || m.n, m.at
    from rows from (jsonb_to_recordset(${JSON.stringify(mails.sort((a, b) => (a.at < b.at ? -1 : 1)))}::jsonb)
      as ("to" text, subject text, text text, at timestamptz)) with ordinality as m ("to", subject, text, at, n)
    order by m.n
  `.execute(tx);
}
