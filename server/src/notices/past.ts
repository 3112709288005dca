/** What would have gone out in the weeks before, put on record as sent: for a school that begins in the middle of things. */
import { noticesBetween } from "@dawngate/core/notices";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { schoolInMail } from "../school/in-mail";
import { asMail } from "./as-mail";
import { holdDue, noteLooked, takeOver } from "./look-store";
import { aheadOf, horizonOf, madeOf } from "./notify";
import { readParts } from "./parts";
import { type PastMail, putIntoTray, readSince } from "./past-store";
import { readPersons } from "./person";
import { insertNotices } from "./person-store";

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
  const people = await readPersons(tx, parts, await holdDue(tx, school, now, MOST), now, true);
  const looked = people.map((to) => {
    const { who } = to;
    const { notices } = noticesBetween({
      ...to.asked,
      sent: null,
      from,
      to: horizonOf(parts.zone, now),
    });
    const out = notices.filter(({ at }) => at < now).map((notice) => madeOf(notice, to, parts));
    for (const { letter, at } of out) {
      const { subject, text } = asMail(letter, by, who.name);
      mails.push({ to: who.email, subject, text, at });
    }
    const ahead = notices.filter(({ at }) => at >= now);
    return { person: who.person, out, ...aheadOf(to, ahead, parts.zone, now) };
  });
  await insertNotices(
    tx,
    school,
    looked.flatMap(({ out }) => out.map((made) => ({ ...made, sentAt: made.at }))),
  );
  await readSince(tx);
  await noteLooked(tx, school, looked, now);
  // As the mail tray got them, one after another.
  await putIntoTray(
    tx,
    school,
    mails.sort((a, b) => (a.at < b.at ? -1 : 1)),
  );
}
