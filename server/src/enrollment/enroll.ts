/** Getting in: the ways into a course, by oneself or by the hand of staff; seats are given out one at a time. */

import { randomUUID } from "node:crypto";
import {
  type EnrolledByHand,
  type EnrollRequest,
  MAY_OVERRULE,
  type NewEnrollment,
} from "@dawngate/contract/enrollment";
import { type Words, wordsOf } from "@dawngate/core/courses";
import { type EnrollingFault, enrollingFaults } from "@dawngate/core/enrollment";
import { enrollmentSchema, type PlanCourse } from "@dawngate/core/plan";
import {
  addDays,
  formatInstant,
  type Instant,
  parseDate,
  startOfDay,
  zoneOf,
} from "@dawngate/core/time";
import { conflict, notFound, ProblemError } from "../base/problem";
import { published } from "../courses/service";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { takeAnswers } from "../people/fields/answers";
import { findPersonByEmail } from "../people/store";
import { readCase, workOut } from "../schedule/case";
import { readCohorts } from "../schedule/cohort-store";
import { holdTurn } from "../schedule/headcount-store";
import { projectOne } from "../schedule/project";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { onlyLooking } from "../school/only-looking";
import { readSchool } from "../school/store";
import { comeBack } from "./come-back";
import { endBy, tieTo } from "./memberships/member";
import { keyOfOrder } from "./order-keys";
import { sayFault } from "./say";
import { holdSeats } from "./seats";
import { insertEnrollments, isOnSale, linesOf, noteTold } from "./store";
import { tellEnrolled } from "./tell-enrolled";
import { askedBy, codeAt, comerAt, knownAt, seatsFor } from "./ways-in/comer";
import { noLongerWait, readWaitingIn } from "./ways-in/queue-store";
import { noteCodeUse, readWays } from "./ways-in/store";
import { newPerson, ownPerson } from "./who-enters";

interface Seeking {
  cohort: NamedCohort | null;
  window: { opens: string; closes: string } | null;
  seatsLeft: number | null;
  ends: Instant | null;
}

type NamedCohort = Pick<Awaited<ReturnType<typeof readCohorts>>[number], "name" | "cohort">;

/** The enrollment by which somebody is in a course, its access not ended; null where there is none. */
export async function activeEnrollment(
  tx: SchoolTransaction,
  schoolId: SchoolId,
  course: string,
  person: string,
  now: Instant,
): Promise<string | null> {
  for (const { id, holds, until } of await linesOf(tx, person, formatInstant(now), course)) {
    if (holds) {
      if (until === null || Date.parse(until) > now) return id;
      continue;
    }
    const found = await readCase(tx, schoolId, id);
    const end = found && workOut(found, now).access.until;
    if (found && (end === null || end > now)) return id;
  }
  return null;
}

/** A way into a course, as what keeps people out is told by. */
export function placeOf(
  course: { plan: PlanCourse },
  timeZone: string,
  cohort: NamedCohort | null,
  seatsLeft: number | null,
): Seeking {
  if (!cohort) return { cohort, window: course.plan.window, seatsLeft: null, ends: null };
  const { window, ends } = cohort.cohort;
  const last = parseDate(ends);
  return {
    cohort,
    window,
    seatsLeft,
    ends: last.ok ? startOfDay(zoneOf(timeZone), addDays(last.value, 1)) : null,
  };
}

/** Refused, with every reason. `type`: what whoever asks can do about it. */
function refuseEntry(
  faults: EnrollingFault[],
  zone: string,
  words: Words,
  type = "about:blank",
): never {
  const sentences = faults.map((fault) => ({
    path: fault.kind,
    reason: sayFault(fault, zoneOf(zone), words),
  }));
  const detail = sentences.map(({ reason }) => reason).join(" ");
  throw new ProblemError(409, detail, sentences, {}, type);
}

/** Somebody enrolls by themselves. */
export async function enrollSelf(
  { db }: Pick<Services, "db">,
  context: Context,
  courseId: string,
  { cohort, timeZone, code = "", answers }: EnrollRequest,
): Promise<{ enrollment: string }> {
  return db.withSchool(context, async (tx) => {
    const { person, email } = await ownPerson(tx, context, timeZone);
    const self = { email, code };
    const entry = { person, cohort, timeZone, self, reason: null };
    // What they answer may be what lets them in; where they are refused it is not kept.
    await takeAnswers(tx, context, "entering", person, answers);
    return enter(tx, context, courseId, entry);
  });
}

/** Staff enroll somebody by name and address; who has no account is invited by mail. */
export async function enrollByHand(
  services: Services,
  context: Context,
  courseId: string,
  asked: NewEnrollment,
): Promise<EnrolledByHand> {
  const { name, email, timeZone, cohort, overrule, answers, tell, words, look } = asked;
  const { db, baseUrl } = services;
  const work = async (tx: SchoolTransaction): Promise<EnrolledByHand> => {
    const found = await findPersonByEmail(tx, email);
    const person =
      found?.id ??
      (await newPerson(tx, context, { name, email, timeZone, account: null, language: null }));
    const by = byStaff(`Enrolled by ${context.who.name}`, overrule);
    const entry = { person, cohort, timeZone, self: null, ...by };
    const entered = await enter(tx, context, courseId, entry);
    const { enrollment } = entered;
    await takeAnswers(tx, context, "staff", person, answers, enrollment);
    if (!tell) {
      // Whoever is to be told nothing has no welcome either.
      await noteTold(tx, enrollment, context.now);
      return { enrollment, mail: null };
    }
    const told = { email, known: found, ...(words && { words }) };
    return { enrollment, mail: await tellEnrolled(tx, { baseUrl }, context, enrollment, told) };
  };
  return look ? onlyLooking(db, context, work) : db.withSchool(context, work);
}

/** What stands on record of staff who let somebody in; `overrule`: why, against what kept them out. */
export const byStaff = (by: string, overrule: string | undefined) => ({
  reason: overrule === undefined ? by : `${by}, against what kept them out: ${overrule}`,
  overrules: overrule !== undefined,
});

/** What keeps staff, too, from enrolling somebody. */
const BINDING_STAFF: readonly EnrollingFault["kind"][] = [
  "in-already",
  "full",
  "archived",
  "blocked",
];
/** What of it they may overrule, with a reason that stays on the record. */
const OVERRULED: readonly EnrollingFault["kind"][] = ["full", "blocked"];

interface Entry {
  person: string;
  cohort: string | null;
  timeZone: string;
  /** They come by themselves, with this address, and perhaps a join code; null: staff let them in. */
  self: { email: string; code: string } | null;
  reason: string | null;
  /** They asked for it themselves, or waited for it; what they may have as members they have as members. */
  asked?: boolean;
  /** Staff let them in against what may be overruled. */
  overrules?: boolean;
}

/** All that counts when somebody is about to come in; seats of the cohort are held for this transaction. */
export async function standsAtDoor(
  tx: SchoolTransaction,
  context: Pick<Context, "school" | "now">,
  courseId: string,
  { person, cohort, self, asked = false }: Pick<Entry, "person" | "cohort" | "self" | "asked">,
) {
  const { now } = context;
  // The same press twice, two windows at once: they take turns.
  await holdTurn(tx, courseId, `person ${person}`);
  const course = await published(tx, context.school, courseId);
  const { time_zone, words } = await readSchool(tx);
  const zone = zoneOf(time_zone);
  const cohorts = await readCohorts(tx, courseId);
  const chosen = cohorts.find((one) => one.cohort.id === cohort) ?? null;
  if (cohort !== null && !chosen) throw notFound(`There is no cohort "${cohort}" in this course.`);
  if (self && cohort === null && cohorts.length > 0)
    throw conflict("This course is taken in cohorts; choose one.");
  // The last seat for two: one of them waits here.
  const left = chosen && (await holdSeats(tx, context.school, courseId, chosen.cohort, now));
  const way = askedBy(await readWays(tx, courseId), cohort);
  const email = self?.email ?? null;
  const code = self && (await codeAt(tx, courseId, { code: self.code, email }, zone, now, true));
  const isIn = (await activeEnrollment(tx, context.school, courseId, person, now)) !== null;
  const at = { cohort, needs: way.needs, audience: way.audience };
  const known = await knownAt(tx, courseId, person, isIn, now);
  const { comer, waits } = await comerAt(
    tx,
    courseId,
    at,
    { person, email },
    code,
    known,
    now,
    false,
  );
  const waiting = way.waitlist ? ((await readWaitingIn(tx, courseId)).get(cohort ?? "") ?? 0) : 0;
  // Staff see the seats there are; whom they pass over is theirs to answer for.
  const theirs = self ? seatsFor(left, way.waitlist, waiting, waits, zone, now) : left;
  const sold = await isOnSale(tx, courseId);
  const place = {
    published: true,
    archived: course.archived,
    sold,
    ...placeOf(course, time_zone, chosen, theirs),
    ...way.place,
  };
  const faults = enrollingFaults(place, comer, zone, now);
  const refuse = (binding: EnrollingFault[], type?: string) =>
    refuseEntry(binding, time_zone, wordsOf(words, course.words), type);
  return {
    ...{ faults, refuse, waits, way },
    code: comer.code === "holds" ? code?.found : null,
    // What anybody may enter is theirs for good, as everybody's.
    membership: (self || asked) && (sold || way.entry === "members") ? known.membership : null,
    schoolZone: time_zone,
  };
}

/** Makes the enrollment, if nothing keeps the person out. Staff are bound by seats and by who is in already. */
export async function enter(
  tx: SchoolTransaction,
  context: Pick<Context, "school" | "now">,
  courseId: string,
  entry: Entry,
): Promise<{ enrollment: string }> {
  const { person, cohort, timeZone, self, reason } = entry;
  const { faults, refuse, code, membership, schoolZone } = await standsAtDoor(
    tx,
    context,
    courseId,
    entry,
  );
  const binding = self
    ? faults
    : faults.filter(
        ({ kind }) =>
          BINDING_STAFF.includes(kind) && !(entry.overrules && OVERRULED.includes(kind)),
      );
  const may = !self && binding.every(({ kind }) => OVERRULED.includes(kind));
  if (binding.length > 0) refuse(binding, may ? MAY_OVERRULE : undefined);
  const why = membership ? `By membership: ${membership.title}` : reason;
  const bought = membership && {
    cohort,
    validity: endBy(membership, schoolZone),
    paidThrough: membership.paidThrough,
    reason: why ?? "",
    key: keyOfOrder(membership.order),
  };
  const back = bought && (await comeBack(tx, context, { course: courseId, person }, bought));
  const id = back ?? randomUUID();
  if (back === null) {
    const enrollment = enrollmentSchema.parse({
      id,
      course: courseId,
      cohort,
      timeZone,
      enrolledAt: formatInstant(context.now),
      ...(bought && { validity: bought.validity }),
    });
    await insertEnrollments(tx, context.school, [{ enrollment, person, reasonOf: () => why }]);
  }
  if (membership) await tieTo(tx, context, membership, courseId, id);
  if (code) await noteCodeUse(tx, context.school, code.id, id);
  await noLongerWait(tx, courseId, [person]);
  await projectOne(tx, context.school, id, context.now);
  return { enrollment: id };
}
