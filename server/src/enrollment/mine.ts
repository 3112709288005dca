/** The enrollee's side: the shelf, the course as it stands for them, and the door of each lesson. */
import type { MyCourse, MyLesson } from "@dawngate/contract/enrollment";
import { courseOf, wordsOf } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { itemTitles } from "@dawngate/core/plan/titles";
import { type Timeline, writeExplainedTimeline, writeSteps } from "@dawngate/core/schedule";
import { explainOpening } from "@dawngate/core/schedule/words";
import { formatInstant, type Instant, zoneOf } from "@dawngate/core/time";
import { notFound, ProblemError } from "../base/problem";
import { outlineFor } from "../courses/outline";
import { readCourseRow } from "../courses/store";
import type { SchoolTransaction } from "../db/connection";
import { showContent } from "../lessons/content";
import { readStanding } from "../lessons/store";
import { type Case, clockOf, readCase, workOut } from "../schedule/case";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { appendEvent } from "./append";
import { changedSince } from "./changed";
import { countBeside } from "./learning/beside-store";
import { beginSeen, readSeen } from "./learning/seen-store";
import { saySeen, watchedIn } from "./learning/watched";
import { renewedBy, setSeen, unpaidOrder, whereMet } from "./store";

/** One of one's own enrollments as it stands at an instant. */
export interface Mine extends Case {
  timeline: Timeline;
  clock: string;
}

/** One of one's own enrollments, worked out; whose it is not meets the same refusal as what is not there. */
export async function mine(
  tx: SchoolTransaction,
  context: Context,
  id: string,
  now: Instant,
  hold = false,
): Promise<Mine> {
  const found = await readCase(tx, context.school, id, hold);
  if (!found || context.person === null || found.person !== context.person)
    throw notFound("This is not on your shelf.");
  return standing(found, now);
}

/** A case as it stands at an instant. */
export const standing = (found: Case, now: Instant): Mine => ({
  ...found,
  timeline: workOut(found, now),
  clock: clockOf(found),
});

export async function showMyCourse(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
): Promise<MyCourse> {
  const at = context.now;
  return reading(db, context, async (tx) => {
    const own = await mine(tx, context, id, at);
    return {
      ...sayMine(own, at),
      renewBy: own.timeline.access.until === null ? null : await renewedBy(tx, id),
      unpaid: own.timeline.access.shutBy === "suspension" ? await unpaidOrder(tx, id) : null,
      // Whoever is shut out does not come to its meetings.
      meets: own.timeline.access.state === "open" ? await whereMet(tx, id) : null,
      changed: await changedSince(tx, context.school, own, at),
    };
  });
}

function sayMine(
  { enrollment, plan, version, timeline, clock, schoolName, ...own }: Mine,
  at: Instant,
): Omit<MyCourse, "changed" | "unpaid" | "renewBy" | "meets"> {
  return {
    course: plan.id,
    title: plan.title,
    school: schoolName,
    words: wordsOf(own.schoolWords, own.courseWords),
    modules: outlineFor(plan, enrollment.cohort).map((module) => ({
      id: module.id,
      title: module.title,
      ofCourse: courseOf(module)?.title ?? null,
      lessons: module.lessons.map(({ id, title, kind, minutes, sample, required, empty }) => {
        return { id, title, kind, minutes, sample, required, empty };
      }),
    })),
    goOn: goOn(timeline, plan),
    timeline: {
      at: formatInstant(at),
      version,
      enrolledAt: enrollment.enrolledAt,
      timeZone: enrollment.timeZone,
      person: null,
      clock,
      ...writeExplainedTimeline(timeline),
    },
  };
}

/** The lesson to go on with. */
export function goOn({ items }: Pick<Timeline, "items">, plan: PlanCourse): string | null {
  const open = items.filter(
    ({ kind, state, done }) => kind === "lesson" && state === "open" && !done,
  );
  // Where nothing stands in it, it is gone on with only where nothing else is left.
  const empty = new Set(
    plan.modules.flatMap(({ lessons }) => lessons.flatMap((one) => (one.empty ? [one.id] : []))),
  );
  return (open.find(({ id }) => !empty.has(id)) ?? open[0])?.id ?? null;
}

/** So often at the most it is written down that somebody was here, in milliseconds. */
const SEEN_EVERY = 600_000;

/** Why a lesson's door is shut for this person now, in a sentence; null: it is open. */
export function whyShut({ plan, timeline, clock, ...own }: Mine, lesson: string): string | null {
  const item = timeline.items.find(({ id, kind }) => id === lesson && kind === "lesson");
  if (!item) return `There is no lesson "${lesson}" in this course.`;
  if (item.state === "open") return null;
  const words = wordsOf(own.schoolWords, own.courseWords);
  if (item.state === "closed") return `This ${words.lesson} is closed for you now.`;
  const titles = itemTitles(plan);
  return explainOpening(writeSteps(item.why), {
    zone: zoneOf(clock),
    titleOf: (id) => titles.get(id) ?? id,
    person: "you",
    words,
  }).sentence;
}

/** The door: whether a lesson opens for this person now is asked of the evaluator, and nothing else. */
export function enterLesson(own: Mine, lesson: string) {
  const item = own.timeline.items.find(({ id, kind }) => id === lesson && kind === "lesson");
  if (!item) throw notFound(`There is no lesson "${lesson}" in this course.`);
  const why = whyShut(own, lesson);
  if (why !== null) throw new ProblemError(403, why);
  return item;
}

/** A lesson, if its door is open. The first one that is no sample is put on record as the beginning. */
export async function openMyLesson(
  { db, kept }: Pick<Services, "db" | "kept">,
  context: Context,
  id: string,
  lesson: string,
): Promise<MyLesson> {
  return db.withSchool(context, async (tx) => {
    const own = await mine(tx, context, id, context.now);
    const item = enterLesson(own, lesson);
    const lessons = outlineFor(own.plan, own.enrollment.cohort).flatMap((module) => module.lessons);
    const index = lessons.findIndex((one) => one.id === lesson);
    const found = lessons[index];
    if (!found) throw notFound(`There is no lesson "${lesson}" in this course.`);
    if (!found.sample && own.enrollment.startedAt === null && own.timeline.access.state === "open")
      await appendEvent(
        tx,
        context.school,
        own.plan.id,
        id,
        {
          kind: "started",
          at: formatInstant(context.now),
          data: {},
          reason: null,
          key: "started",
        },
        context.now,
      );
    else if (own.seenAt === null || Date.parse(own.seenAt) < context.now - SEEN_EVERY)
      await setSeen(tx, id, formatInstant(context.now));
    const standing = await readStanding(tx, own.plan.id, own.version, lesson);
    const content = await showContent(tx, kept, context, found.kind, standing);
    const watched = watchedIn(content.part);
    if (watched) await beginSeen(tx, context.school, id, lesson, formatInstant(context.now));
    return {
      id: lesson,
      title: found.title,
      kind: found.kind,
      minutes: found.minutes,
      ...content,
      seen: watched && saySeen(watched, await readSeen(tx, id, lesson)),
      questions: (await readCourseRow(tx, own.plan.id))?.questions ?? false,
      ...(await countBeside(tx, own.plan.id, id, lesson)),
      done: item.done,
      previous: lessons[index - 1]?.id ?? null,
      next: lessons[index + 1]?.id ?? null,
    };
  });
}
