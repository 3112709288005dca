/** How people come into a course and its cohorts, as staff set it; and whether somebody could. */
import type { MayEnter, mayQuery, WayChange, WaysIn } from "@dawngate/contract/ways-in";
import { wordsOf } from "@dawngate/core/courses";
import { CHECKS, type Check, enrollingFaults } from "@dawngate/core/enrollment";
import {
  formatInstant,
  HOUR,
  type Instant,
  instantAt,
  parseDate,
  type TimeOfDay,
  zoneOf,
} from "@dawngate/core/time";
import type { z } from "zod";
import { notFound, refusal } from "../../base/problem";
import { published } from "../../courses/service";
import { readCourseRow } from "../../courses/store";
import type { SchoolTransaction } from "../../db/connection";
import { findPersonByEmail } from "../../people/store";
import { readCohorts } from "../../schedule/cohort-store";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import { activeEnrollment, placeOf } from "../enroll";
import { sayFault } from "../say";
import { seatsLeft } from "../seats";
import { isOnSale } from "../store";
import { knownAudience } from "./audience";
import { askedBy, comerAt, knownAt, seatsFor } from "./comer";
import { readWaitingIn } from "./queue-store";
import { courseTitles, readDoors, readWays, USUAL_WAY, writeWay } from "./store";

type Db = Pick<Services, "db">;

/** So many courses can be asked for. */
const MOST_COURSES = 500;

async function existing(tx: SchoolTransaction, course: string): Promise<void> {
  if (!(await readCourseRow(tx, course)))
    throw notFound(`There is no course "${course}" in this school.`);
}

export async function showWays({ db }: Db, context: Context, course: string): Promise<WaysIn> {
  return db.readSchool(context, async (tx) => {
    await existing(tx, course);
    const set = await readWays(tx, course);
    const doors = await readDoors(tx, course);
    const at = (cohort: string | null, what: string) =>
      doors.find((one) => one.cohort === cohort && one.what === what)?.count ?? 0;
    const cohorts = await readCohorts(tx, course);
    const all = cohorts.map(({ name, cohort }) => ({ id: cohort.id, name }));
    return {
      ways: (all.length > 0 ? all : [null]).map((cohort) => {
        const id = cohort?.id ?? null;
        return {
          ...(set.get(id) ?? USUAL_WAY),
          cohort: id,
          name: cohort?.name ?? null,
          asking: at(id, "asking"),
          waiting: at(id, "waiting"),
          codes: at(id, "codes"),
        };
      }),
      courses: await courseTitles(tx, course, MOST_COURSES),
    };
  });
}

export async function setWay(
  { db }: Db,
  context: Context,
  course: string,
  change: WayChange,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    await existing(tx, course);
    const cohorts = await readCohorts(tx, course);
    const { cohort, needs } = change;
    if (cohort !== null && !cohorts.some((one) => one.cohort.id === cohort))
      throw notFound(`There is no cohort "${cohort}" in this course.`);
    if (cohort === null && change.waitlist)
      throw refusal("Seats, and who waits for one, are a cohort's.", [
        { path: "waitlist", reason: "Set it on a cohort" },
      ]);
    const known = new Set((await courseTitles(tx, course, MOST_COURSES)).map(({ id }) => id));
    const unknown = needs.findIndex((id) => !known.has(id));
    if (unknown >= 0)
      throw refusal("A course that should be completed first is not there.", [
        { path: `needs[${unknown}]`, reason: "Choose another published course of the school" },
      ]);
    await knownAudience(tx, change.audience);
    await writeWay(tx, context.school, course, { ...change, needs: [...new Set(needs)] });
  });
}

/** Whether somebody could come in on a day: every check, in its order, whatever the others say. */
export async function showMayEnter(
  { db }: Db,
  context: Context,
  course: string,
  { email, cohort: wanted, on }: z.infer<typeof mayQuery>,
): Promise<MayEnter> {
  return db.readSchool(context, async (tx) => {
    const plan = await published(tx, context.school, course);
    const { time_zone, words } = await readSchool(tx);
    const zone = zoneOf(time_zone);
    const day = on === undefined ? null : parseDate(on);
    const now: Instant = day?.ok
      ? instantAt(zone, day.value, (12 * HOUR) as TimeOfDay)
      : context.now;
    const cohorts = await readCohorts(tx, course);
    const cohort = cohorts.find((one) => one.cohort.id === wanted) ?? null;
    if (wanted !== undefined && !cohort)
      throw notFound(`There is no cohort "${wanted}" in this course.`);
    const id = cohort?.cohort.id ?? null;
    const way = askedBy(await readWays(tx, course), id);
    const address = email.trim() === "" ? null : email.trim();
    const person = address === null ? undefined : await findPersonByEmail(tx, address);
    const who = { person: person?.id ?? null, email: address };
    const isIn =
      person !== undefined &&
      (await activeEnrollment(tx, context.school, course, person.id, now)) !== null;
    const left = cohort
      ? ((await seatsLeft(tx, context.school, course, [cohort.cohort], now)).get(
          cohort.cohort.id,
        ) ?? null)
      : null;
    const door = { cohort: id, needs: way.needs, audience: way.audience };
    const known = await knownAt(tx, course, who.person, false, now);
    const { comer, waits } = await comerAt(tx, course, door, who, null, known, now);
    const waiting = (await readWaitingIn(tx, course)).get(id ?? "") ?? 0;
    const theirs = seatsFor(left, way.waitlist, waiting, waits, zone, now);
    const place = {
      published: true,
      archived: plan.archived,
      sold: await isOnSale(tx, course),
      ...placeOf(plan, time_zone, cohort, theirs),
      ...way.place,
    };
    const faults = enrollingFaults(place, comer, zone, now);
    const own = wordsOf(words, plan.words);
    return {
      at: formatInstant(now),
      known: person?.name ?? null,
      isIn,
      checks: (Object.keys(CHECKS) as Check[]).map((check) => {
        const kinds: readonly string[] = CHECKS[check];
        const found = faults.filter(({ kind }) => kinds.includes(kind));
        return {
          check,
          holds: found.length === 0,
          says: found.map((fault) => sayFault(fault, zone, own)),
        };
      }),
    };
  });
}
