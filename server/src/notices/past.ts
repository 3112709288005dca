/** What would have gone out in the weeks before, put on record as sent: for a school that begins in the middle of things. */
import { noticesBetween } from "@dawngate/core/notices";
import type { Instant } from "@dawngate/core/time";
import { writeLetter } from "../base/letter";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { inMail, schoolInMail } from "../school/in-mail";
import { holdDue, noteLooked, takeOver } from "./look-store";
import { aheadOf, horizonOf, madeOf, readParts } from "./notify";
import { type PastMail, putIntoTray } from "./past-store";
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
  const mails: PastMail[] = [];
  for (const who of await holdDue(tx, now, MOST)) {
    const to = await readPerson(tx, school, who, parts.settings, now, true);
    const { notices } = noticesBetween({
      ...to.asked,
      sent: null,
      from,
      to: horizonOf(parts.zone, now),
    });
    for (const notice of notices.filter(({ at }) => at < now)) {
      const made = madeOf(notice, to, parts);
      await insertNotice(tx, school, { ...made, sentAt: made.at });
      const { button, ...says } = made.letter;
      const greeting = `Hello ${inMail(who.name)},`;
      const letter = writeLetter({ ...says, from: by, greeting, ...(button && { button }) });
      mails.push({ to: who.email, subject: letter.subject, text: letter.text, at: made.at });
    }
    const ahead = notices.filter(({ at }) => at >= now);
    await noteLooked(tx, school, who.person, { now, ...aheadOf(to, ahead, parts.zone, now) });
  }
  // As the mail tray got them, one after another.
  await putIntoTray(
    tx,
    school,
    mails.sort((a, b) => (a.at < b.at ? -1 : 1)),
  );
}
