/**
 * The waitlist: first come, first served, until its last day. A place that falls free is offered to the next, or given;
 * an offer lapses after the time the school sets. Whatever gives out seats takes turns, also on two servers.
 */
import { randomUUID } from "node:crypto";
import type { joinWaitlist as joining, WaitlistPage } from "@dawngate/contract/ways-in";
import { mayWait, takesWaiters } from "@dawngate/core/enrollment";
import { sayAt, spokenIn } from "@dawngate/core/notices";
import { sayZone } from "@dawngate/core/schedule/words";
import { formatInstant, HOUR, type Instant, MINUTE, zoneOf } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import { writeLetter } from "../../base/letter";
import { conflict, notFound, ProblemError } from "../../base/problem";
import { published } from "../../courses/service";
import type { Database, SchoolId, SchoolTransaction } from "../../db/connection";
import { system } from "../../db/who";
import { follow } from "../../jobs/outbox";
import { takeAnswers } from "../../people/fields/answers";
import { languageRead } from "../../people/store";
import { readCohorts } from "../../schedule/cohort-store";
import { holdTurn } from "../../schedule/headcount-store";
import { type Context, isTheirs } from "../../school/context";
import { inMail, schoolInMail } from "../../school/in-mail";
import type { Services } from "../../school/kit";
import { inWords } from "../../school/own-words";
import { readSchool } from "../../school/store";
import { enter, standsAtDoor } from "../enroll";
import { membershipFor } from "../memberships/member";
import { holdSeats } from "../seats";
import { type First, tellEnrolled } from "../tell-enrolled";
import { ownPerson } from "../who-enters";
import {
  courseOfCohort,
  insertWaiting,
  lapsedOffers,
  nextWaiting,
  oneWaiting,
  pageOfWaiting,
  placeOn,
  putFirst,
  setWaiting,
} from "./queue-store";
import { readWays } from "./store";

type Db = Pick<Services, "db">;
type Waiter = NonNullable<Awaited<ReturnType<typeof nextWaiting>>>;

const PAGE = 100;
const pageEnd = z.tuple([z.number(), z.string().max(60)]);

/** Joins it: only where nothing but the seats keeps one out. The same press twice waits once. */
export async function joinWaitlist(
  { db }: Db,
  context: Context,
  course: string,
  { cohort, timeZone, answers }: z.infer<typeof joining>,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const { person, email } = await ownPerson(tx, context, timeZone);
    // Who comes first is decided where seats are given out.
    await holdTurn(tx, course, `seats ${cohort}`);
    const self = { email, code: "" };
    await takeAnswers(tx, context, "entering", person, answers);
    const door = await standsAtDoor(tx, context, course, { person, cohort, self });
    if (door.waits) return;
    if (door.faults.length === 0) throw conflict("A seat is free: enroll, and it is yours.");
    if (!mayWait(door.faults)) door.refuse(door.faults);
    await putLast(tx, context, { course, cohort, person, timeZone });
  });
}

/** The last of those who wait. Whoever does it has the cohort's turn for seats. */
export async function putLast(
  tx: SchoolTransaction,
  { school, now }: Pick<Context, "school" | "now">,
  { course, cohort, person, timeZone }: Record<"course" | "cohort" | "person" | "timeZone", string>,
): Promise<void> {
  await insertWaiting(tx, {
    school_id: school,
    id: randomUUID(),
    course_id: course,
    cohort_id: cohort,
    person_id: person,
    time_zone: timeZone,
    joined_at: formatInstant(now),
  });
}

/** Leaves it, or lets an offer go: then it is the next one's turn. */
export async function leaveWaitlist(
  { db }: Db,
  context: Context,
  course: string,
  cohort: string,
): Promise<void> {
  const { person } = context;
  if (person === null) throw notFound("You do not wait here.");
  await db.withSchool(context, async (tx) => {
    await holdTurn(tx, course, `seats ${cohort}`);
    const found = await placeOn(tx, cohort, person);
    if (!found) throw notFound("You do not wait here.");
    await setWaiting(tx, found.id, { state: "left", offer_until: null });
    await lookForNext(tx, context.school, cohort);
  });
}

export async function showWaitlist(
  { db }: Db,
  context: Context,
  course: string,
  cohort: string,
  after: string | undefined,
): Promise<WaitlistPage> {
  const place = after === undefined ? null : readCursor(pageEnd, after);
  return db.readSchool(context, async (tx) => {
    await theirCohort(tx, context, course, cohort);
    const rows = await pageOfWaiting(tx, cohort, place, PAGE + 1);
    const page = rows.slice(0, PAGE);
    const last = page.at(-1);
    return {
      waiting: page.map(({ turn: _turn, total: _total, ...one }) => one),
      total: rows[0]?.total ?? 0,
      next: rows.length > PAGE && last ? writeCursor([last.turn, last.id]) : null,
    };
  });
}

/** Puts somebody first; why stays on record. */
export async function moveUp(
  { db }: Db,
  context: Context,
  course: string,
  { cohort, waiting, reason }: { cohort: string; waiting: string; reason: string },
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    await theirCohort(tx, context, course, cohort);
    await holdTurn(tx, course, `seats ${cohort}`);
    const found = await oneWaiting(tx, cohort, waiting);
    if (!found) throw notFound("They do not wait any more.");
    if (found.state === "offered") throw conflict("A place is held for them already.");
    await putFirst(tx, cohort, waiting, reason);
  });
}

export async function takeOff(
  { db }: Db,
  context: Context,
  course: string,
  { cohort, waiting }: { cohort: string; waiting: string },
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    await theirCohort(tx, context, course, cohort);
    await holdTurn(tx, course, `seats ${cohort}`);
    if (!(await oneWaiting(tx, cohort, waiting))) throw notFound("They do not wait any more.");
    const reason = `Taken off by ${context.who.name}`;
    await setWaiting(tx, waiting, { state: "left", offer_until: null, reason });
    await lookForNext(tx, context.school, cohort);
  });
}

async function theirCohort(
  tx: SchoolTransaction,
  context: Context,
  course: string,
  cohort: string,
): Promise<void> {
  if ((await courseOfCohort(tx, cohort)) !== course || !isTheirs(context, cohort))
    throw notFound(`There is no cohort "${cohort}" in this course.`);
}

/** Has it looked at who is next for a place that may have fallen free. */
export async function lookForNext(tx: SchoolTransaction, school: SchoolId, cohort: string) {
  await follow(tx, school, "call-next", { school, cohort }, { once: `${school} ${cohort}` });
}

interface Parts {
  db: Database;
  baseUrl: string;
  now(): Instant;
  /** By which listing a cohort is bought, and what its buyers are promised; null: it is not sold. */
  soldBy(
    tx: SchoolTransaction,
    sold: { course: string; cohort: string },
    at: string,
  ): Promise<{ listing: string; promised: number } | null>;
}

/** So long a place that has to be bought is held, where the school gives places at once. */
const TO_BUY = 48;

/** So many places are given out in one transaction; more follow in the next. */
const AT_ONCE = 20;

/**
 * What a job does when a place may have fallen free: offers that have lapsed are ended, and each place that is free is
 * offered to the next, or given. Done once or ten times, on one server or several, it comes to the same.
 */
export const nextCaller =
  ({ db, baseUrl, now, soldBy }: Parts) =>
  async (school: string, cohortId: string): Promise<void> => {
    const at = now();
    const doing = { school: school as SchoolId, who: system("waitlist"), now: at };
    await db.withSchool(doing, async (tx) => {
      const course = await courseOfCohort(tx, cohortId);
      if (course === null) return;
      await holdTurn(tx, course, `seats ${cohortId}`);
      const { slug, time_zone } = await readSchool(tx);
      const { plan } = await published(tx, doing.school, course);
      const named = (await readCohorts(tx, course)).find((one) => one.cohort.id === cohortId);
      if (!named) return;
      const context = { ...doing, slug };
      const about = { course, slug, title: plan.title, cohort: named.name, cohortId };
      const sold = () => soldBy(tx, { course, cohort: cohortId }, formatInstant(at));
      for (const lapsed of await lapsedOffers(tx, cohortId, formatInstant(at))) {
        await setWaiting(tx, lapsed.id, { state: "lapsed" });
        await tellLapsed(tx, { baseUrl }, doing.school, lapsed, about);
      }
      const waitlist = (await readWays(tx, course)).get(cohortId)?.waitlist ?? null;
      if (waitlist === null || !takesWaiters(waitlist, zoneOf(time_zone), at)) return;
      for (let given = 0; given < AT_ONCE; given++) {
        const left = await holdSeats(tx, doing.school, course, named.cohort, at);
        const bought = await sold();
        if (left !== null && left - (bought?.promised ?? 0) <= 0) return;
        const next = await nextWaiting(tx, cohortId);
        if (!next) return;
        // Whoever has a membership it is in need not buy it.
        const isToBuy =
          bought !== null && (await membershipFor(tx, next.person, course, at)) === null;
        const { offerHours } = waitlist;
        if (offerHours === null && !isToBuy) await give(tx, { baseUrl }, context, next);
        else
          await offer(
            tx,
            { baseUrl },
            doing.school,
            next,
            { ...about, page: isToBuy ? `o/${bought.listing}` : `c/${course}` },
            offerHours ?? TO_BUY,
            at,
          );
      }
      // The row that asked for this stands until it is done: another is asked for under another name.
      const once = `${school} ${cohortId} on from ${formatInstant(at)}`;
      await follow(tx, doing.school, "call-next", { school, cohort: cohortId }, { once });
    });
  };

/** The place is theirs at once; where something else keeps them out, they are passed over and it is on record why. */
async function give(
  tx: SchoolTransaction,
  parts: { baseUrl: string },
  context: Pick<Context, "school" | "now" | "who" | "slug">,
  { id, course, cohort, person, timeZone, email, name, user_id }: Waiter,
): Promise<void> {
  try {
    const reason = "A place came free";
    const entry = { person, cohort, timeZone, self: null, asked: true, reason };
    const { enrollment } = await enter(tx, context, course, entry);
    const first: First = ({ came }) => [came.waited];
    await tellEnrolled(tx, parts, context, enrollment, {
      email,
      known: { name, user_id },
      first,
    });
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    await setWaiting(tx, id, { state: "left", reason: error.message });
  }
}

interface About {
  course: string;
  slug: string;
  title: string;
  /** Its name, and its identifier. */
  cohort: string;
  cohortId: string;
}

/** Holds the place for them; the sweep finds the offer when it has lapsed. */
async function offer(
  tx: SchoolTransaction,
  { baseUrl }: { baseUrl: string },
  school: SchoolId,
  { id, person, email, name, timeZone }: Waiter,
  about: About & { page: string },
  hours: number,
  now: Instant,
): Promise<void> {
  // To the full minute: it is read in a mail.
  const until = (Math.ceil((now + hours * HOUR) / MINUTE) * MINUTE) as Instant;
  await setWaiting(tx, id, { state: "offered", offer_until: formatInstant(until) });
  const title = inMail(about.title);
  const cohort = inMail(about.cohort);
  const from = await schoolInMail(tx);
  const url = `${baseUrl}/${about.slug}/${about.page}`;
  const language = await languageRead(tx, person);
  const spoken = spokenIn(language);
  const lapses = sayAt(spoken, until, zoneOf(timeZone));
  const values = {
    school: from.name,
    person: inMail(name),
    link: url,
    preferences: `${baseUrl}/${about.slug}/me`,
    course: title,
    cohort,
    lapses,
  };
  const of = { course: about.course, cohort: about.cohortId, language };
  const said = await inWords(tx, "place-free", of, values, {
    subject: `A place in ${title} is free for you`,
    says: [
      `You wait for a place in “${title}”, cohort ${cohort}. One has come free.`,
      `It is held for you until ${lapses} (${sayZone(timeZone)} time); then it goes to the next.`,
    ],
  });
  await follow(tx, school, "mail", {
    to: email,
    ...writeLetter({
      ...said,
      language,
      from,
      greeting: spoken.hello(inMail(name)),
      button: { label: spoken.presses.place, url },
      small:
        language === "en"
          ? ["If you do not want it any more, let it go there: somebody else is glad of it."]
          : [spoken.times(sayZone(timeZone))],
    }),
  });
}

async function tellLapsed(
  tx: SchoolTransaction,
  { baseUrl }: { baseUrl: string },
  school: SchoolId,
  { email, name, person }: Waiter,
  about: About,
): Promise<void> {
  const title = inMail(about.title);
  const language = await languageRead(tx, person);
  const { hello, letters } = spokenIn(language);
  await follow(tx, school, "mail", {
    to: email,
    ...writeLetter({
      language,
      subject: letters.placeGone.subject(title),
      from: await schoolInMail(tx),
      greeting: hello(inMail(name)),
      says: [letters.placeGone.says(title), letters.placeGone.again],
      button: { label: letters.seeCourse, url: `${baseUrl}/${about.slug}/c/${about.course}` },
    }),
  });
}
