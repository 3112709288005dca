/** What somebody reads who was enrolled: in what, with whom, and what opens when. */
import { wordsOf } from "@dawngate/core/courses";
import { type Language, sayAt, sayUntil, spokenIn } from "@dawngate/core/notices";
import type { PlanCourse } from "@dawngate/core/plan";
import { happeningsOf, type Timeline } from "@dawngate/core/schedule";
import { sayZone } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { notFound } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import { languageRead } from "../people/store";
import { readCase, workOut } from "../schedule/case";
import type { Context } from "../school/context";
import { inMail } from "../school/in-mail";
import { heldBy } from "./store";

/** So many of the first openings are named. */
const FIRST = 4;

/** The modules that open for somebody, the earliest first. */
const openingsOf = (plan: PlanCourse, timeline: Timeline) =>
  happeningsOf(plan, timeline).filter(
    ({ kind, item, lessons }) => kind === "opens" && item !== null && lessons !== null,
  );

/** Those that whoever is enrolled is told by mail. */
export const openingsTold = (plan: PlanCourse, timeline: Timeline) =>
  openingsOf(plan, timeline)
    .slice(0, FIRST)
    .flatMap(({ item, at }) => (item === null ? [] : [{ item, at }]));

/** In the language they read, or in another. */
export async function sayEnrolled(
  tx: SchoolTransaction,
  context: Pick<Context, "school" | "now">,
  enrollment: string,
  other?: Language,
) {
  const found = await readCase(tx, context.school, enrollment);
  if (!found) throw notFound("This enrollment is gone.");
  const held = (await heldBy(tx, found.person, 20)).find(({ id }) => id === enrollment);
  const { timeZone } = found.enrollment;
  const zone = zoneOf(timeZone);
  const timeline = workOut(found, context.now);
  const opens = openingsOf(found.plan, timeline);
  const { until } = timeline.access;
  const words = wordsOf(found.schoolWords, found.courseWords);
  const title = inMail(found.plan.title);
  const language = other ?? (await languageRead(tx, found.person));
  const spoken = spokenIn(language);
  const { entering } = spoken;
  const isListed = opens.length > 0 && !held?.place;
  const cohort = held?.cohortName ? inMail(held.cohortName) : null;
  return {
    language,
    title,
    says: [
      [entering.in(title, cohort), ...(isListed ? [entering.opensWhen] : [])].join(" "),
      ...(held?.place ? [entering.meetAt(inMail(held.place))] : []),
    ],
    dates: opens.slice(0, FIRST).map(({ at, title }) => ({
      when: at <= context.now ? entering.now : sayAt(spoken, at, zone),
      what: inMail(title),
    })),
    small: [
      ...(opens.length > FIRST ? [entering.moreAfter(opens.length - FIRST)] : []),
      ...(until === null ? [] : [entering.yoursUntil(sayUntil(spoken, until, zone), words.course)]),
      spoken.times(sayZone(timeZone)),
    ],
  };
}
