/** Looks at whoever is to be looked at: hands over what goes out now, and writes down what is to come. */
import { type Notice, noticesBetween, writeNotice } from "@dawngate/core/notices";
import {
  addDays,
  DAY,
  formatDate,
  formatInstant,
  type Instant,
  localDateAt,
  MINUTE,
  startOfDay,
  type Zone,
  zoneOf,
} from "@dawngate/core/time";
import { writeLetter } from "../base/letter";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { follow } from "../jobs/outbox";
import { inMail, schoolInMail } from "../school/in-mail";
import { readSchool } from "../school/store";
import { compose, coursesOf, type Site } from "./compose";
import { type Ahead, holdDue, type Looked, noteLooked, sweepSome, takeOver } from "./look-store";
import { readPerson, type ToPerson } from "./person";
import { insertNotice, type NewNotice, replaceWrong } from "./person-store";
import {
  type KeptSettings,
  type KeptTemplate,
  readNoticeSettings,
  readTemplates,
} from "./settings-store";

/** So many people are looked at in one transaction. */
const AT_A_TIME = 20;
/** What happened shortly before somebody was looked at may have been on its way: it is looked for once more. */
const OVERLAP = 10 * MINUTE;
/** So far ahead one looks, and at the latest after so long anew: so a month ahead is always known. */
const AHEAD_DAYS = 45;
const AGAIN_DAYS = 13;
/** So many of what is to come are written down for one person. */
const AHEAD_MOST = 200;

/** All that is due in a school, some people at a time, each time in a transaction of its own. */
export async function notifySchool(
  db: Database,
  school: SchoolId,
  baseUrl: string,
  now: Instant,
): Promise<void> {
  while (await db.withSchool(school, (tx) => takeOver(tx, school, now)));
  while (await db.withSchool(school, (tx) => sweepSome(tx, school, now)));
  while (await db.withSchool(school, (tx) => notifySome(tx, school, baseUrl, now)));
}

/** True: there may be more. */
async function notifySome(
  tx: SchoolTransaction,
  school: SchoolId,
  baseUrl: string,
  now: Instant,
): Promise<boolean> {
  const due = await holdDue(tx, now, AT_A_TIME);
  if (due.length === 0) return false;
  const parts = await readParts(tx, school, baseUrl);
  for (const who of due) await notifyOne(tx, parts, who, now);
  return due.length === AT_A_TIME;
}

export interface NoticeParts {
  school: SchoolId;
  site: Site;
  zone: Zone;
  settings: KeptSettings;
  templates: KeptTemplate[];
}

/** What is the same for everybody in a school. */
export async function readParts(
  tx: SchoolTransaction,
  school: SchoolId,
  baseUrl: string,
): Promise<NoticeParts> {
  const { slug, name, time_zone } = await readSchool(tx);
  return {
    school,
    site: { url: `${baseUrl}/${slug}`, name },
    zone: zoneOf(time_zone),
    settings: await readNoticeSettings(tx),
    templates: await readTemplates(tx),
  };
}

/** Hands over what goes out to somebody now, and writes down what is to come. Their row is held. */
async function notifyOne(
  tx: SchoolTransaction,
  parts: NoticeParts,
  who: Looked,
  now: Instant,
): Promise<void> {
  const { school, settings } = parts;
  const to = await readPerson(tx, school, who, settings, now);
  const from = Math.min(now, Date.parse(who.lookedAt) - OVERLAP) as Instant;
  const until = (now + 1) as Instant;
  // What goes out now and what is to come are worked out at once.
  const { notices, wrong } = noticesBetween({
    ...to.asked,
    from,
    to: horizonOf(parts.zone, now),
    wrongAt: until,
  });
  for (const notice of notices.filter(({ at }) => at < until)) {
    const made = madeOf(notice, to, parts);
    // Whoever comes too late drops it (notices.md, "When").
    if (Date.parse(made.notAfter) <= now) continue;
    const id = await insertNotice(tx, school, made);
    await follow(tx, school, "send-notice", { school, notice: id });
    await sendCopies(tx, parts, who, made);
  }
  for (const notice of to.standIns) {
    const made = madeOf(notice, to, parts);
    await insertNotice(tx, school, { ...made, sentAt: made.at });
    await sendCopies(tx, parts, who, made);
  }
  await replaceWrong(
    tx,
    school,
    who.person,
    wrong.map(({ kind, key, old, new: holds }) => {
      const told = to.asked.sent.flatMap(({ about }) => about).findLast((one) => one.key === key);
      return {
        kind,
        key,
        enrollment: told?.enrollment ?? null,
        item: told?.item ?? null,
        old: formatInstant(old),
        new: holds === null ? null : formatInstant(holds),
      };
    }),
    now,
  );
  const { ahead, next } = aheadOf(
    to,
    notices.filter(({ at }) => at >= until),
    parts.zone,
    now,
  );
  await noteLooked(tx, school, who.person, { now, next, ahead });
}

/** The same to whoever gets copies of its kind: a mail of its own, which says to whom it went. */
async function sendCopies(
  tx: SchoolTransaction,
  { school, settings }: NoticeParts,
  { name, email }: Looked,
  { kind, letter }: NewNotice,
): Promise<void> {
  for (const copy of settings.copies) {
    if (!copy.kinds.includes(kind)) continue;
    await follow(tx, school, "mail", {
      to: copy.email,
      ...writeLetter({
        subject: `Copy: ${letter.subject}`,
        from: await schoolInMail(tx),
        says: [`To ${inMail(name)} (${email}):`, ...letter.says],
        dates: letter.dates,
        small: [
          "You get copies of such mails because the school has put your address down for it.",
        ],
      }),
    });
  }
}

/** A notice with its letter, as it is written down. */
export function madeOf(notice: Notice, to: ToPerson, { templates, site }: NoticeParts): NewNotice {
  const { at, notAfter, about } = writeNotice(notice);
  return {
    person: notice.person,
    kind: notice.kind,
    at,
    notAfter,
    about,
    course: onlyCourse(notice, to),
    letter: compose(notice, to, templates, site),
  };
}

/** The course that all of a notice is about; null: several, or none. */
function onlyCourse(notice: Notice, to: ToPerson): string | null {
  const courses = coursesOf(notice, to);
  return courses.length === 1 ? (courses[0] ?? null) : null;
}

/** So far ahead one looks. */
export const horizonOf = (zone: Zone, now: Instant): Instant =>
  startOfDay(zone, addDays(localDateAt(zone, now), AHEAD_DAYS));

/** What is to come, as it is written down, and when to look again. */
export function aheadOf(
  to: ToPerson,
  notices: readonly Notice[],
  zone: Zone,
  now: Instant,
): { ahead: Ahead[]; next: Instant } {
  const latest = (now + AGAIN_DAYS * DAY) as Instant;
  return {
    ahead: notices.slice(0, AHEAD_MOST).map((notice) => ({
      at: formatInstant(notice.at),
      day: formatDate(localDateAt(zone, notice.at)),
      kind: notice.kind,
      course: onlyCourse(notice, to),
      things: notice.about.filter(({ named, item }) => named && item !== null).length,
    })),
    next: Math.min(latest, notices[0]?.at ?? latest) as Instant,
  };
}
