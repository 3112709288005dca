/** Public pages: a course as everybody may see it, with the ways into it for the one who asks. */

import type { PublicCourse, WayIn } from "@dawngate/contract/catalog";
import { DEFAULT_BLOCKS } from "@dawngate/core/catalog";
import { courseOf, wordsOf } from "@dawngate/core/courses";
import {
  type EnrollingFault,
  enrollingFaults,
  mayWait,
  takesWaiters,
  windowState,
} from "@dawngate/core/enrollment";
import type { PlanCourse } from "@dawngate/core/plan";
import { formatInstant, type Instant, zoneOf } from "@dawngate/core/time";
import { notFound } from "../base/problem";
import { heldInside } from "../courses/inside-store";
import { outlineFor, sizeOf } from "../courses/outline";
import { versionPlan } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { activeEnrollment, placeOf } from "../enrollment/enroll";
import { either, sayFault } from "../enrollment/say";
import { FEW, seatsLeft, TooMany } from "../enrollment/seats";
import { sayAudience } from "../enrollment/ways-in/audience";
import {
  askedBy,
  codeAt,
  comerAt,
  type Knocks,
  knownAt,
  seatsFor,
} from "../enrollment/ways-in/comer";
import { readWaitingIn } from "../enrollment/ways-in/queue-store";
import { notCompleted, readWays } from "../enrollment/ways-in/store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { foundAt } from "./address-store";
import { readPageAt } from "./store";
import { PUBLIC_PAGE } from "./tasks";

/** A course as everybody may see it, with the ways into it for the one who asks. */
export async function showPublicCourse(
  { db, threads }: Pick<Services, "db" | "threads">,
  context: Context,
  course: string,
  code: string | null,
): Promise<PublicCourse> {
  const { school, now } = context;
  const knocks = { person: context.person, email: context.account?.email ?? null, code };
  try {
    return await reading(db, context, (tx) =>
      publicCourseFor(tx, school, course, knocks, now, FEW),
    );
  } catch (error) {
    if (!(error instanceof TooMany)) throw error;
    return sameForAll(JSON.stringify([school, course, knocks]), () =>
      threads.run(PUBLIC_PAGE, { school, course, knocks, now }),
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

/** The same for whoever knocks, by its identifier or its address. */
export async function publicCourseFor(
  tx: SchoolTransaction,
  schoolId: SchoolId,
  asked: string,
  knocks: Knocks,
  now: Instant,
  most?: number,
): Promise<PublicCourse> {
  const { id, row: page } = await foundAt(tx, "course", asked, readPageAt(now));
  const plan = page && (await versionPlan(tx, schoolId, id, page.version));
  if (!plan) throw notFound(`There is no course "${id}" in this school.`);
  const { school, cohorts, archived, offers } = page;
  const sold = offers.length > 0;
  const { person } = knocks;
  const mine = person === null ? null : await activeEnrollment(tx, schoolId, id, person, now);
  const zone = zoneOf(school.timeZone);
  const plans = cohorts.map(({ cohort }) => cohort);
  const seats = await seatsLeft(tx, schoolId, id, plans, now, most);
  const words = wordsOf(school.words, page.words);
  const set = await readWays(tx, id);
  const code = await codeAt(tx, id, knocks, zone, now);
  const waiting = await readWaitingIn(tx, id);
  // Whoever has a course that it stands in has it there.
  const around =
    mine !== null || person === null
      ? null
      : ((await heldInside(tx, person, [id], formatInstant(now))).get(id) ?? null);
  const known = await knownAt(tx, id, person, mine !== null, now);
  const ways: WayIn[] = [];
  for (const cohort of cohorts.length > 0 ? cohorts : [null]) {
    const own = cohort?.cohort.id ?? null;
    const way = askedBy(set, own);
    const at = { cohort: own, needs: way.needs, audience: way.audience };
    const found = await comerAt(tx, id, at, knocks, code, known, now);
    const { comer, waits, refusedBecause } = found;
    // What is not for everybody to see, those see who bring its code, or have a part in it already.
    const opened = code?.found?.cohort === own && comer.code === "holds";
    if (!way.listed && !opened && comer.asked == null && !waits) continue;
    const free = cohort && (seats.get(cohort.cohort.id) ?? null);
    const left = seatsFor(free, way.waitlist, waiting.get(own ?? "") ?? 0, waits, zone, now);
    const place = placeOf({ plan }, school.timeZone, cohort, left);
    const all = { published: true, archived, sold, ...place, ...way.place };
    const faults = enrollingFaults(all, comer, zone, now);
    const takes = way.waitlist !== null && takesWaiters(way.waitlist, zone, now);
    ways.push({
      cohort: cohort && {
        id: cohort.cohort.id,
        name: cohort.name,
        starts: cohort.cohort.starts,
        ends: cohort.cohort.ends,
        place: cohort.place,
      },
      window: place.window,
      state: archived
        ? "closed"
        : windowState(place.window, zone, now, comer.offered ? null : left, takes),
      seatsLeft: left,
      entry: way.entry,
      question: way.question,
      does: doesAt(faults),
      waits: waits
        ? { ahead: waits.ahead, offerUntil: waits.offerUntil, until: way.waitlist?.until ?? null }
        : null,
      says: knocks.email === null ? await forWhom(tx, way) : [],
      faults: faults.map((fault) => ({
        kind: fault.kind,
        sentence:
          fault.kind === "refused" && refusedBecause
            ? `The school has not let you in: ${refusedBecause} You can ask again.`
            : sayFault(fault, zone, words),
      })),
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
    memberships: page.memberships,
    isMember: known.membership !== null,
    enrollment: mine ?? around,
  };
}

/** An outline as visitors see it: a sample by its identifier, the rest by their titles. */
export function publicModules(plan: PlanCourse): PublicCourse["modules"] {
  return outlineFor(plan, null).map((module) => ({
    title: module.title,
    ofCourse: courseOf(module)?.title ?? null,
    lessons: module.lessons.map(({ id, title, sample, minutes }) => {
      return { title, sample: sample ? id : null, minutes };
    }),
  }));
}

/** What one can do at a door where nothing else keeps one out; null: nothing. */
function doesAt(faults: readonly EnrollingFault[]): WayIn["does"] {
  if (faults.length === 0) return "enroll";
  if (mayWait(faults)) return "wait";
  const kinds = new Set(faults.map(({ kind }) => kind));
  // Seats are asked about again when it is decided.
  kinds.delete("full");
  if (kinds.size !== 1) return null;
  if (kinds.has("needs-code") || kinds.has("code")) return "code";
  return kinds.has("needs-approval") || kinds.has("refused") ? "ask" : null;
}

/** For whom a way is, said to visitors whom nobody knows yet. */
async function forWhom(
  tx: SchoolTransaction,
  { domains, needs, audience }: Pick<ReturnType<typeof askedBy>, "domains" | "needs" | "audience">,
): Promise<string[]> {
  const titles = (await notCompleted(tx, null, needs)).map(({ title }) => `“${title}”`);
  return [
    ...(domains.length > 0 ? [`For people whose mail address ends in ${either(domains)}.`] : []),
    ...(await sayAudience(tx, audience)).map(
      ({ field, says }) => `For people of whom “${field}” says ${either(says)}.`,
    ),
    ...titles.map((title) => `For those who have completed ${title}.`),
  ];
}
