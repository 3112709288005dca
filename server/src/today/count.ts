/** These days of all courses one may see, counted by the bulk evaluator; and what their plans want. */
import type { Happens, Need } from "@dawngate/contract/today";
import { itemTitles, type PlanCohort, type PlanCourse } from "@dawngate/core/plan";
import { findSnags } from "@dawngate/core/review";
import { AgendaCount, type AgendaEntry } from "@dawngate/core/schedule/bulk";
import {
  addDays,
  formatDate,
  formatInstant,
  type Instant,
  localDateAt,
  startOfDay,
  zoneOf,
} from "@dawngate/core/time";
import { publishedOutline } from "../courses/outline";
import { versionPlan, versionPlans } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { readCohorts } from "../schedule/cohort-store";
import { inBulkFor } from "../schedule/in-bulk";
import { lotsOf } from "../schedule/lot-store";
import { planSchool } from "../school/plan";
import { readSchool } from "../school/store";
import { liveCourses } from "./store";
import type { Counted } from "./tasks";

/** Days before today, and after it. */
export const BEFORE = 4;
export const AFTER = 4;
/** So many courses are looked at, in the order in which they are listed. */
const COURSES = 200;
/** So many lines are listed. */
const LINES = 300;

export async function countToday(
  tx: SchoolTransaction,
  school: SchoolId,
  { courses, cohorts, now }: { courses: string[] | null; cohorts: string[] | null; now: Instant },
): Promise<Counted> {
  const settings = planSchool(await readSchool(tx));
  const zone = zoneOf(settings.timeZone);
  const today = localDateAt(zone, now);
  const first = addDays(today, -BEFORE);
  const span = BEFORE + 1 + AFTER;
  const dayOf = (day: number) => formatDate(addDays(first, day));
  const openings = Array.from({ length: span }, () => 0);
  const happens: Happens[] = [];
  const needs: Need[] = [];
  for (const { id, version, meant } of await liveCourses(tx, courses, COURSES)) {
    const plan = await versionPlan(tx, school, id, version);
    if (!plan) continue;
    const groups = await readCohorts(tx, id);
    const theirs = groups.filter(({ cohort }) => cohorts === null || cohorts.includes(cohort.id));
    const agenda = new AgendaCount(zone, first, span);
    const inBulk = await inBulkFor(tx, id);
    const perCohort = new Map<string | null, number>();
    for await (const lot of lotsOf(tx, id)) {
      const rows = lot.filter(
        ({ enrollment }) => cohorts === null || cohorts.includes(enrollment.cohort ?? ""),
      );
      for (const { enrollment } of rows)
        perCohort.set(enrollment.cohort, (perCohort.get(enrollment.cohort) ?? 0) + 1);
      for (const { versions, people } of inBulk.alike(rows, version)) {
        const plans = await versionPlans(tx, school, id, versions);
        agenda.add(inBulk.answer(plans, people, now, { closes: true, due: true }));
      }
    }
    const entries = agenda.entries();
    const titles = itemTitles(plan);
    for (const { kind, item, day, at, people } of entries) {
      if (kind === "opens") openings[day] = (openings[day] ?? 0) + people;
      happens.push({
        kind,
        day: dayOf(day),
        at: formatInstant(at),
        course: id,
        courseTitle: plan.title,
        item,
        title: item === null ? plan.title : (titles.get(item) ?? item),
        people,
      });
    }
    for (const { name, cohort } of theirs)
      for (const [kind, date] of [
        ["cohort-starts", cohort.starts],
        ["cohort-ends", cohort.ends],
      ] as const) {
        const day = daysFrom(date, dayOf, span);
        if (day === null) continue;
        happens.push({
          kind,
          day: date,
          at: formatInstant(startOfDay(zone, addDays(first, day))),
          course: id,
          courseTitle: plan.title,
          item: null,
          title: name,
          people: perCohort.get(cohort.id) ?? 0,
        });
      }
    needs.push(...snagsIn(settings, plan, groups, meant, now), ...emptySoon(plan, entries));
  }
  happens.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : b.people - a.people));
  // Those of today are listed before any other.
  const day = dayOf(BEFORE);
  const [own, other] = [
    happens.filter((one) => one.day === day),
    happens.filter((one) => one.day !== day),
  ];
  const listed = [...own.slice(0, LINES), ...other.slice(0, Math.max(0, LINES - own.length))];
  return {
    days: openings.map((number, i) => ({ day: dayOf(i), openings: number })),
    happens: listed,
    more: happens.length - listed.length,
    needs,
  };
}

function daysFrom(date: string, dayOf: (day: number) => string, span: number): number | null {
  for (let day = 0; day < span; day += 1) if (dayOf(day) === date) return day;
  return null;
}

/** The snags of what is published that nobody has said are meant so. */
function snagsIn(
  school: Parameters<typeof findSnags>[0],
  plan: PlanCourse,
  groups: readonly { name: string; cohort: PlanCohort }[],
  meant: readonly string[],
  now: Instant,
): Need[] {
  const cohorts = groups.map(({ cohort }) => cohort);
  const names = new Map(groups.map(({ name, cohort }) => [cohort.id, name]));
  const snags = findSnags(school, plan, cohorts, now, names).filter(
    ({ key }) => !meant.includes(key),
  );
  const [first] = snags;
  if (!first) return [];
  return [
    {
      kind: "snag",
      course: plan.id,
      title:
        snags.length === 1 ? `A snag in ${plan.title}` : `${snags.length} snags in ${plan.title}`,
      says: first.reason,
      number: snags.length,
    },
  ];
}

/** Lessons with nothing in them that open for somebody in the days to come. */
function emptySoon(plan: PlanCourse, entries: readonly AgendaEntry[]): Need[] {
  const soon = new Set(
    entries.flatMap(({ kind, item, day }) => (kind === "opens" && day >= BEFORE ? [item] : [])),
  );
  const empty = publishedOutline(plan).flatMap((module) =>
    module.lessons.filter(({ id, empty }) => empty && (soon.has(id) || soon.has(module.id))),
  );
  const [first] = empty;
  if (!first) return [];
  return [
    {
      kind: "empty",
      course: plan.id,
      title:
        empty.length === 1
          ? `Nothing stands in “${first.title}”`
          : `Nothing stands in ${empty.length} lessons that open soon`,
      says: `${plan.title}: it opens within ${AFTER} days for people who are in it.`,
      number: empty.length,
    },
  ];
}
