/** Public pages: a course as everybody may see it, with the ways into it for the one who asks. */

import type { PublicCourse, WayIn } from "@dawngate/contract/catalog";
import { DEFAULT_BLOCKS } from "@dawngate/core/catalog";
import { wordsOf } from "@dawngate/core/courses";
import { enrollingFaults, windowState } from "@dawngate/core/enrollment";
import type { PlanCourse } from "@dawngate/core/plan";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { notFound } from "../base/problem";
import { publishedOutline, sizeOf } from "../courses/outline";
import { versionPlan } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { activeEnrollment, placeOf } from "../enrollment/enroll";
import { sayFault } from "../enrollment/say";
import { FEW, seatsLeft, TooMany } from "../enrollment/seats";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { foundAt } from "./address-store";
import { readPage } from "./store";
import { PUBLIC_PAGE } from "./tasks";

/** A course as everybody may see it, with the ways into it for the one who asks. */
export async function showPublicCourse(
  { db, threads }: Pick<Services, "db" | "threads">,
  context: Context,
  course: string,
): Promise<PublicCourse> {
  const { school, person, now } = context;
  try {
    return await reading(db, context, (tx) =>
      publicCourseFor(tx, school, course, person, now, FEW),
    );
  } catch (error) {
    if (!(error instanceof TooMany)) throw error;
    return sameForAll(JSON.stringify([school, course, person]), () =>
      threads.run(PUBLIC_PAGE, { school, course, person, now }),
    );
  }
}

/** In a thread, since many people's dates are being worked out; and once for visitors who come at once. */
const underWay = new Map<string, Promise<PublicCourse>>();

function sameForAll(key: string, make: () => Promise<PublicCourse>): Promise<PublicCourse> {
  const found = underWay.get(key);
  if (found) return found;
  const made = make().finally(() => underWay.delete(key));
  underWay.set(key, made);
  return made;
}

/** The same for one person (null: for somebody who is not in the school), by its identifier or its address. */
export async function publicCourseFor(
  tx: SchoolTransaction,
  schoolId: SchoolId,
  asked: string,
  person: string | null,
  now: Instant,
  most?: number,
): Promise<PublicCourse> {
  const { id, row: page } = await foundAt(tx, "course", asked, readPage);
  const plan = page && (await versionPlan(tx, schoolId, id, page.version));
  if (!plan) throw notFound(`There is no course "${id}" in this school.`);
  const { school, cohorts, archived, offers } = page;
  const sold = offers.length > 0;
  const mine = person === null ? null : await activeEnrollment(tx, schoolId, id, person, now);
  const zone = zoneOf(school.timeZone);
  const plans = cohorts.map(({ cohort }) => cohort);
  const seats = await seatsLeft(tx, schoolId, id, plans, now, most);
  const words = wordsOf(school.words, page.words);
  const ways: WayIn[] = [];
  for (const cohort of cohorts.length > 0 ? cohorts : [null]) {
    const left = cohort && (seats.get(cohort.cohort.id) ?? null);
    const place = placeOf({ plan }, school.timeZone, cohort, left);
    const all = { published: true, archived, sold, ...place };
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
      faults: faults.map((fault) => ({ kind: fault.kind, sentence: sayFault(fault, zone, words) })),
    });
  }
  const { lessons, minutes } = sizeOf(plan);
  return {
    id,
    title: plan.title,
    description: page.description,
    words,
    card: page.card,
    cover: page.cover,
    school: {
      name: school.name,
      color: school.color,
      timeZone: school.timeZone,
      contact: school.contact,
    },
    modules: publicModules(plan),
    blocks: page.blocks ?? [...DEFAULT_BLOCKS],
    address: page.address ?? id,
    announcements: page.announcements,
    lessons,
    minutes,
    ways,
    offers: offers.slice(0, 20).map(({ id: offer, title }) => ({ id: offer, title })),
    enrollment: mine,
  };
}

/** An outline as visitors see it: a sample by its identifier, the rest by their titles. */
export function publicModules(plan: PlanCourse): PublicCourse["modules"] {
  return publishedOutline(plan).map((module) => ({
    title: module.title,
    lessons: module.lessons.map(({ id, title, sample, minutes }) => {
      return { title, sample: sample ? id : null, minutes };
    }),
  }));
}
