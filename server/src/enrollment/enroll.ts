/** Getting in: the ways into a course, by oneself or by the hand of staff; seats are given out one at a time. */
import { randomUUID } from "node:crypto";
import type { EnrollRequest, NewEnrollment, PublicCourse, WayIn } from "@dawngate/contract";
import { wordsOf } from "@dawngate/core/courses";
import { type EnrollingFault, enrollingFaults, windowState } from "@dawngate/core/enrollment";
import { enrollmentSchema, type PlanCohort, type PlanCourse } from "@dawngate/core/plan";
import {
  addDays,
  formatInstant,
  type Instant,
  parseDate,
  startOfDay,
  zoneOf,
} from "@dawngate/core/time";
import { readCover } from "../courses/cover-store";
import { published, publishedOutline, sizeOf } from "../courses/service";
import { versionPlans } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { Services } from "../http/kit";
import { conflict, notFound, ProblemError } from "../http/problem";
import { follow } from "../jobs/outbox";
import { InBulk } from "../schedule/in-bulk";
import { projectOne } from "../schedule/project";
import type { Context } from "../school/context";
import { planSchool } from "../school/plan";
import { inviteWithin } from "../school/staff";
import { linkPerson, readPersonOf, readSchool } from "../school/store";
import { readCase, workOut } from "./case";
import { lotsOf } from "./lot-store";
import { sayFault } from "./say";
import {
  enrollmentsOf,
  findPersonByEmail,
  holdSeats,
  insertEnrollments,
  insertPerson,
  readCohorts,
  setAccount,
} from "./store";

interface Place {
  cohort: { name: string; cohort: PlanCohort } | null;
  window: { opens: string; closes: string } | null;
  seatsLeft: number | null;
  ends: Instant | null;
}

/** What the ways into a course are told by: the school, the cohorts of the course, and its people under both. */
interface Ground {
  row: Awaited<ReturnType<typeof readSchool>>;
  timeZone: string;
  cohorts: NamedCohort[];
  inBulk: InBulk;
}

type NamedCohort = Awaited<ReturnType<typeof readCohorts>>[number];

async function groundOf(tx: SchoolTransaction, course: string): Promise<Ground> {
  const row = await readSchool(tx);
  const school = planSchool(row);
  const cohorts = await readCohorts(tx, course);
  const plans = cohorts.map(({ cohort }) => cohort);
  return { row, timeZone: school.timeZone, cohorts, inBulk: new InBulk(school, plans) };
}

/**
 * How many seats are left in a cohort; null where there is no limit. A seat is taken by whoever's access has not ended:
 * who is paused or suspended keeps it. Only the people of the cohort are looked at, and none where seats do not count.
 */
async function seatsLeft(
  tx: SchoolTransaction,
  schoolId: SchoolId,
  course: { id: string; number: number },
  { inBulk }: Ground,
  { id, seats }: PlanCohort,
  now: Instant,
): Promise<number | null> {
  if (seats === null) return null;
  let taken = 0;
  for await (const lot of lotsOf(tx, course.id, id)) {
    for (const { versions, rows, people } of inBulk.alike(lot, course.number)) {
      const plans = await versionPlans(tx, schoolId, course.id, versions);
      const { accessUntil } = inBulk.answer(plans, people, now, { closes: true }).answer;
      // No end is later than now.
      taken += rows.filter((_, p) => !((accessUntil[p] as number) <= now)).length;
    }
  }
  return Math.max(0, seats - taken);
}

/** The enrollment by which somebody is in a course, its access not ended; null where there is none. */
async function activeEnrollment(
  tx: SchoolTransaction,
  schoolId: SchoolId,
  course: string,
  person: string,
  now: Instant,
): Promise<string | null> {
  for (const { id } of await enrollmentsOf(tx, person, course)) {
    const found = await readCase(tx, schoolId, id);
    const until = found && workOut(found, now).access.until;
    if (found && (until === null || until > now)) return id;
  }
  return null;
}

async function placeOf(
  tx: SchoolTransaction,
  schoolId: SchoolId,
  course: { id: string; number: number; plan: PlanCourse },
  ground: Ground,
  cohort: NamedCohort | null,
  now: Instant,
): Promise<Place> {
  if (!cohort) return { cohort, window: course.plan.window, seatsLeft: null, ends: null };
  const { window, ends } = cohort.cohort;
  const last = parseDate(ends);
  return {
    cohort,
    window,
    seatsLeft: await seatsLeft(tx, schoolId, course, ground, cohort.cohort, now),
    ends: last.ok ? startOfDay(zoneOf(ground.timeZone), addDays(last.value, 1)) : null,
  };
}

/** How many seats are left in a cohort; null where there is no limit. */
export async function seatsIn(
  tx: SchoolTransaction,
  school: SchoolId,
  courseId: string,
  cohort: PlanCohort,
  now: Instant,
): Promise<number | null> {
  const course = await published(tx, school, courseId);
  return seatsLeft(tx, school, course, await groundOf(tx, courseId), cohort, now);
}

/** A course as everybody may see it, with the ways into it for the one who asks. */
export async function showPublicCourse(
  { threads }: Pick<Services, "threads">,
  { school, person, now }: Context,
  course: string,
): Promise<PublicCourse> {
  return sameForAll(JSON.stringify([school, course, person]), () =>
    threads.run("public-page", { school, course, person, now }),
  );
}

/** In a thread, since it looks at many people; and once for visitors who come at once, since they are told the same. */
const underWay = new Map<string, Promise<PublicCourse>>();

function sameForAll(key: string, make: () => Promise<PublicCourse>): Promise<PublicCourse> {
  const found = underWay.get(key);
  if (found) return found;
  const made = make().finally(() => underWay.delete(key));
  underWay.set(key, made);
  return made;
}

/** The same for one person; null: for somebody who is not in the school. */
export async function publicCourseFor(
  tx: SchoolTransaction,
  schoolId: SchoolId,
  id: string,
  person: string | null,
  now: Instant,
): Promise<PublicCourse> {
  const course = await published(tx, schoolId, id);
  const ground = await groundOf(tx, id);
  const { row } = ground;
  const mine = person === null ? null : await activeEnrollment(tx, schoolId, id, person, now);
  const zone = zoneOf(ground.timeZone);
  const { archived } = course;
  const ways: WayIn[] = [];
  for (const cohort of ground.cohorts.length > 0 ? ground.cohorts : [null]) {
    const place = await placeOf(tx, schoolId, course, ground, cohort, now);
    const all = { published: true, archived, ...place };
    const faults = enrollingFaults(all, mine !== null, zone, now);
    ways.push({
      cohort: cohort && {
        id: cohort.cohort.id,
        name: cohort.name,
        starts: cohort.cohort.starts,
        ends: cohort.cohort.ends,
      },
      window: place.window,
      state: archived ? "closed" : windowState(place.window, zone, now, place.seatsLeft),
      seatsLeft: place.seatsLeft,
      faults: faults.map((fault) => ({ kind: fault.kind, sentence: sayFault(fault, zone) })),
    });
  }
  return {
    id,
    title: course.plan.title,
    description: course.description,
    words: wordsOf(row.words, course.words),
    card: course.card,
    cover: await readCover(tx, id),
    school: {
      name: row.name,
      color: row.color,
      timeZone: row.time_zone,
      contact: row.contact,
    },
    modules: publishedOutline(course.plan).map((module) => ({
      title: module.title,
      lessons: module.lessons.map(({ title, sample }) => ({ title, sample })),
    })),
    lessons: sizeOf(course.plan).lessons,
    minutes: sizeOf(course.plan).minutes,
    ways,
    enrollment: mine,
  };
}

/** Refused, with every reason. */
function refuseEntry(faults: EnrollingFault[], zone: string): never {
  const sentences = faults.map((fault) => ({
    path: fault.kind,
    reason: sayFault(fault, zoneOf(zone)),
  }));
  throw new ProblemError(409, sentences.map(({ reason }) => reason).join(" "), sentences);
}

/** Somebody enrolls by themselves. */
export async function enrollSelf(
  { db }: Pick<Services, "db">,
  context: Context,
  courseId: string,
  { cohort, timeZone }: EnrollRequest,
): Promise<{ enrollment: string }> {
  const { account } = context;
  if (!account) throw new ProblemError(401, "Sign in first.");
  return db.withSchool(context, async (tx) => {
    // The same press twice, two windows at once, the last seat for two: all wait here, one after the other.
    await holdSeats(tx, courseId, null);
    // Asked again: the press before this one may have made the person.
    const person =
      (await readPersonOf(tx, account.id)) ??
      (await linkPerson(tx, account.id, account.email)) ??
      (await newPerson(tx, context, account.name, account.email, timeZone, account.id));
    return enter(
      tx,
      context,
      courseId,
      { person, cohort, timeZone, bySelf: true, reason: null },
      context.now,
    );
  });
}

/** Staff enroll somebody by name and address; who has no account is invited by mail. */
export async function enrollByHand(
  services: Services,
  context: Context,
  courseId: string,
  { name, email, timeZone, cohort }: NewEnrollment,
): Promise<{ enrollment: string }> {
  const { db, baseUrl } = services;
  return db.withSchool(context, async (tx) => {
    await holdSeats(tx, courseId, null);
    const found = await findPersonByEmail(tx, email);
    const person = found?.id ?? (await newPerson(tx, context, name, email, timeZone, null));
    const reason = `Enrolled by ${context.who.name}`;
    const entry = { person, cohort, timeZone, bySelf: false, reason };
    const entered = await enter(tx, context, courseId, entry, context.now);
    if (!found?.user_id) await inviteWithin(tx, { baseUrl }, context, email, "enrollee");
    else
      await follow(tx, context.school, "mail", {
        to: email,
        subject: "You are enrolled in another course",
        text: `Go to your shelf:\n${baseUrl}/${context.slug}/shelf\n`,
      });
    return entered;
  });
}

async function newPerson(
  tx: SchoolTransaction,
  context: Context,
  name: string,
  email: string,
  timeZone: string,
  account: string | null,
): Promise<string> {
  const id = randomUUID();
  if (await insertPerson(tx, context.school, { id, name, email, timeZone, account })) return id;
  // Somebody else has made the same person at this instant.
  const found = await findPersonByEmail(tx, email);
  if (!found) throw conflict("Somebody else is making the same person at this moment; try again.");
  if (account !== null && found.user_id === null) await setAccount(tx, found.id, account);
  return found.id;
}

/** What keeps staff, too, from enrolling somebody. */
const BINDING_STAFF: readonly EnrollingFault["kind"][] = ["in-already", "full", "archived"];

interface Entry {
  person: string;
  cohort: string | null;
  timeZone: string;
  bySelf: boolean;
  reason: string | null;
}

/** Makes the enrollment, if nothing keeps the person out. Staff are bound by seats and by who is in already. */
async function enter(
  tx: SchoolTransaction,
  context: Context,
  courseId: string,
  { person, cohort, timeZone, bySelf, reason }: Entry,
  now: Instant,
): Promise<{ enrollment: string }> {
  const course = await published(tx, context.school, courseId);
  const ground = await groundOf(tx, courseId);
  const { cohorts, timeZone: zone } = ground;
  const chosen = cohorts.find((one) => one.cohort.id === cohort) ?? null;
  if (cohort !== null && !chosen) throw notFound(`There is no cohort "${cohort}" in this course.`);
  if (bySelf && cohort === null && cohorts.length > 0)
    throw conflict("This course is taken in cohorts; choose one.");
  const place = await placeOf(tx, context.school, course, ground, chosen, now);
  const inAlready = (await activeEnrollment(tx, context.school, courseId, person, now)) !== null;
  const all = { published: true, archived: course.archived, ...place };
  const faults = enrollingFaults(all, inAlready, zoneOf(zone), now);
  const binding = bySelf ? faults : faults.filter(({ kind }) => BINDING_STAFF.includes(kind));
  if (binding.length > 0) refuseEntry(binding, zone);
  const id = randomUUID();
  const enrollment = enrollmentSchema.parse({
    id,
    course: courseId,
    cohort,
    timeZone,
    enrolledAt: formatInstant(now),
  });
  await insertEnrollments(tx, context.school, [{ enrollment, person, reasonOf: () => reason }]);
  await projectOne(tx, context.school, id, now);
  return { enrollment: id };
}
