/** Looks at whoever is to be looked at: hands over what goes out now, and writes down what is to come. */
import { setTimeout as wait } from "node:timers/promises";
import { type Notice, noticesBetween, writeNotice } from "@dawngate/core/notices";
import {
  addDays,
  DAY,
  formatDate,
  formatInstant,
  HOUR,
  type Instant,
  localDateAt,
  MINUTE,
  startOfDay,
  type Zone,
} from "@dawngate/core/time";
import { writeLetter } from "../base/letter";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import type { KeptLetter } from "../db/tables/notices";
import { follow } from "../jobs/outbox";
import { inMail, schoolInMail } from "../school/in-mail";
import { compose, coursesOf } from "./compose";
import { correctWanted } from "./correct";
import { deliver } from "./deliver";
import { heldBackOf } from "./held-back";
import {
  type Ahead,
  holdDue,
  type Looked,
  type LookedAt,
  noteLooked,
  sweepSome,
  takeOver,
} from "./look-store";
import { type NoticeParts, readParts } from "./parts";
import { readPersons, type ToPerson } from "./person";
import { type NewNotice, replaceWrong, type WrongTold } from "./person-store";

/** So many people are looked at in one transaction. */
const AT_A_TIME = 50;
/** What happened shortly before somebody was looked at may have been on its way: it is looked for once more. */
const OVERLAP = 10 * MINUTE;
/** So far ahead one looks, and at the latest after so long anew: so a month ahead is always known. */
const AHEAD_DAYS = 45;
const AGAIN_DAYS = 13;
/** Whoever cannot be looked at is tried again after so long. */
const FAULTY_AGAIN = HOUR;
/** So many of what is to come are written down for one person. */
const AHEAD_MOST = 200;

/**
 * All that is due in a school, some people at a time, each time in a transaction of its own; with `turn`, for so many
 * milliseconds. True: its turn is over, and there may be more.
 */
export async function notifySchool(
  db: Database,
  school: SchoolId,
  baseUrl: string,
  now: Instant,
  turn = Number.POSITIVE_INFINITY,
): Promise<boolean> {
  const faults: string[] = [];
  const isInTurns = turn !== Number.POSITIVE_INFINITY;
  const until = performance.now() + turn;
  let left = false;
  for (const some of [
    (tx: SchoolTransaction) => takeOver(tx, school, now),
    (tx: SchoolTransaction) => sweepSome(tx, school, now),
    (tx: SchoolTransaction) => notifySome(tx, school, baseUrl, now, faults),
  ]) {
    // Each has its part of a turn, however short that is.
    let more = true;
    do {
      const begun = performance.now();
      more = await db.withSchool(school, some);
      // As long as it took nothing is done: whoever asks for something meanwhile finds half of everything free.
      if (more && isInTurns) await wait(performance.now() - begun);
    } while (more && performance.now() < until);
    left ||= more;
  }
  // Once everybody was looked at.
  while (!left && (await db.withSchool(school, (tx) => correctWanted(tx, school, baseUrl, now))));
  // Said once everybody else was looked at.
  if (faults.length > 0)
    throw new Error(`${faults.length} could not be looked at for their notices: ${faults[0]}`);
  return left;
}

/** True: there may be more. */
async function notifySome(
  tx: SchoolTransaction,
  school: SchoolId,
  baseUrl: string,
  now: Instant,
  faults: string[],
): Promise<boolean> {
  const due = await holdDue(tx, school, now, AT_A_TIME);
  if (due.length === 0) return false;
  const parts = await readParts(tx, school, baseUrl);
  const looked = (await readPersons(tx, parts, due, now)).map((to) => {
    try {
      return lookedAt(to, parts, now);
    } catch (error) {
      // Whatever is wrong with one keeps nobody else waiting; they are looked at again later.
      const { person } = to.who;
      faults.push(`${person}: ${String(error)}`);
      return { person, out: [], wrong: [], ahead: [], next: (now + FAULTY_AGAIN) as Instant };
    }
  });
  await handOver(
    tx,
    parts,
    looked.flatMap(({ out }) => out),
  );
  const people = due.map(({ person }) => person);
  const wrong = looked.flatMap((one) => one.wrong);
  await replaceWrong(tx, school, people, wrong, now);
  await noteLooked(tx, school, looked, now);
  return due.length === AT_A_TIME;
}

/** A notice that goes out, or has by another way, and to whom. */
interface Out {
  who: Looked;
  made: NewNotice;
}

/** What goes out to somebody now, what they were told wrongly, and what is to come. */
function lookedAt(
  to: ToPerson,
  parts: NoticeParts,
  now: Instant,
): LookedAt & { out: Out[]; wrong: WrongTold[] } {
  const { who } = to;
  const from = Math.min(now, Date.parse(who.lookedAt) - OVERLAP) as Instant;
  const until = (now + 1) as Instant;
  // What goes out now and what is to come are worked out at once.
  const { notices, wrong } = noticesBetween({
    ...to.asked,
    from,
    to: horizonOf(parts.zone, now),
    wrongAt: until,
  });
  const due = notices
    .filter(({ at }) => at < until)
    .map((notice) => madeOf(notice, to, parts))
    // Whoever comes too late drops it (notices.md, "When").
    .filter(({ notAfter }) => Date.parse(notAfter) > now);
  const standIns = to.standIns.map((notice) => {
    const made = madeOf(notice, to, parts);
    return { ...made, sentAt: made.at };
  });
  const told = to.asked.sent.flatMap(({ about }) => about);
  return {
    person: who.person,
    out: [...due, ...standIns].map((made) => ({ who, made })),
    wrong: wrong.map(({ kind, key, old, new: holds }) => {
      const entry = told.findLast((one) => one.key === key);
      return {
        person: who.person,
        kind,
        key,
        enrollment: entry?.enrollment ?? null,
        item: entry?.item ?? null,
        old: formatInstant(old),
        new: holds === null ? null : formatInstant(holds),
      };
    }),
    ...aheadOf(
      to,
      notices.filter(({ at }) => at >= until),
      parts.zone,
      now,
    ),
  };
}

/** Writes notices down and hands them to the outbox, in the caller's transaction; with a copy to whoever gets one. */
export async function handOver(
  tx: SchoolTransaction,
  { school, settings, zone }: NoticeParts,
  out: readonly Out[],
): Promise<void> {
  if (out.length === 0) return;
  const all = out.map(({ made }) => made);
  // What is held back is written down all the same: whom it is for finds it in the application, and no other day tells it.
  const held = await heldBackOf(tx, zone, all);
  await deliver(
    tx,
    school,
    all.map((one): NewNotice => (held.has(one) ? { ...one, state: "stopped" } : one)),
  );
  for (const { who, made } of out.filter((one) => !held.has(one.made)))
    for (const { email, kinds } of settings.copies)
      if (kinds.includes(made.kind)) await sendCopy(tx, school, email, who, made);
}

/** The same to somebody who gets copies of its kind: a mail of its own, which says to whom it went. */
async function sendCopy(
  tx: SchoolTransaction,
  school: SchoolId,
  to: string,
  { name, email }: Looked,
  { letter }: NewNotice,
): Promise<void> {
  await follow(tx, school, "mail", {
    to,
    ...writeLetter({
      subject: `Copy: ${letter.subject}`,
      from: await schoolInMail(tx),
      says: [`To ${inMail(name)} (${email}):`, ...letter.says],
      dates: letter.dates,
      small: ["You get copies of such mails because the school has put your address down for it."],
    }),
  });
}

/** A notice with its letter, as it is written down. */
export const madeOf = (notice: Notice, to: ToPerson, { templates, site }: NoticeParts): NewNotice =>
  madeWith(notice, onlyCourse(notice, to), compose(notice, to, templates, site));

/** The same with a letter of its own. */
export function madeWith(notice: Notice, course: string | null, letter: KeptLetter): NewNotice {
  const { at, notAfter, about } = writeNotice(notice);
  return { person: notice.person, kind: notice.kind, at, notAfter, about, course, letter };
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
