/** The roster: a course's people by the lines that are kept; of a page those whose line does not hold are asked about. */
import type {
  Matching,
  Roster,
  RosterPerson,
  RosterTotals,
  rosterQuery,
  rosterTotalsQuery,
} from "@dawngate/contract/roster";
import type { Standing } from "@dawngate/core/enrollment";
import { itemTitles, type PlanCourse } from "@dawngate/core/plan";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { notFound } from "../base/problem";
import { findPublished } from "../courses/service";
import { versionPlan, versionPlans } from "../courses/versions";
import type { SchoolTransaction } from "../db/connection";
import { mayNarrowBy, narrowedTo, readListed } from "../people/fields/answers";
import { type Heads, readHeads, sum } from "../schedule/headcount-store";
import { inBulkFor } from "../schedule/in-bulk";
import { type Line, lineIn } from "../schedule/line";
import { readLot } from "../schedule/lot-store";
import { type Context, isTheirs } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { countFound, countNeeds, countTo } from "./roster-count-store";
import {
  FINDABLE,
  isNeed,
  isPageEnd,
  isSettling,
  type Narrowing,
  type PageEnd,
  type RosterRow,
  readOpenings,
  readRoster,
  readRosterRow,
} from "./roster-store";

type Query = z.infer<typeof rosterQuery>;

/** Where a page ended: its order, and the last row that was looked at. Refused where it is of another order. */
function readEnd(order: Query["order"], text: string | undefined): PageEnd | null {
  if (text === undefined) return null;
  const [, key, number] = readCursor(
    z
      .tuple([z.literal(order), z.string().max(1000), z.string().max(20)])
      .refine(([, key, number]) => isPageEnd(order, { key, number })),
    text,
  );
  return { key, number };
}

const writeEnd = (order: Query["order"], { key, number }: PageEnd) =>
  writeCursor([order, key, number]);

export const narrowingOf = (
  { cohorts }: Context,
  {
    find,
    standing,
    cohort,
    field,
    says,
    other,
    otherIs = "in",
  }: Partial<Pick<Query, keyof Matching & keyof Query>>,
  upTo?: string,
): Narrowing => ({
  find,
  standing,
  cohort,
  cohorts,
  upTo,
  answer: narrowedTo({ field, says }),
  other: other === undefined ? null : { course: other, is: otherIs },
});

/** What it is narrowed by, with all that stands below a choice. Refused where one may not see by what. */
export async function mayNarrow(
  tx: SchoolTransaction,
  context: Context,
  narrowing: Narrowing,
): Promise<Narrowing> {
  const { other } = narrowing;
  const answer = await mayNarrowBy(tx, context, narrowing.answer, ["people", "enrollments"]);
  if (other !== null && !context.reaches(other.course))
    throw notFound(`There is no course "${other.course}" in this school.`);
  return { ...narrowing, answer };
}

export async function showRoster(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  { order, after, most, ...narrowed }: Query,
): Promise<Roster> {
  const from = readEnd(order, after);
  const at = formatInstant(context.now);
  return reading(db, context, async (tx) => {
    const narrowing = await mayNarrow(tx, context, narrowingOf(context, narrowed));
    const { rows, end } = await readRoster(tx, {
      course,
      narrowing,
      order,
      after: from,
      most,
      at,
    });
    const people = await present(tx, context, course, rows);
    return {
      at,
      // Whose line did not hold may stand otherwise than it said.
      people: people.filter((person) => matches(narrowed, person)),
      next: end && writeEnd(order, end),
      settling: await isSettling(tx, course, at),
    };
  });
}

function matches({ standing }: Pick<Query, "standing">, person: RosterPerson): boolean {
  if (standing === undefined) return true;
  if (isNeed(standing)) return person.standing === "open";
  return standing === "finished" ? person.finishedAt !== null : person.standing === standing;
}

/** One person of a course. */
export async function showRosterPerson(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  enrollment: string,
): Promise<RosterPerson> {
  return reading(db, context, async (tx) => {
    const row = await readRosterRow(tx, course, enrollment, formatInstant(context.now));
    if (!row || !isTheirs(context, row.cohort))
      throw notFound(`There is no enrollment "${enrollment}" in this course.`);
    const [person] = await present(tx, context, course, [row]);
    return person as RosterPerson;
  });
}

/** So many openings of a person are drawn. */
const MOST_OPENINGS = 60;

/** Rows as they are shown: what does not hold is worked out, what opens next has its title. */
async function present(
  tx: SchoolTransaction,
  context: Context,
  course: string,
  rows: readonly RosterRow[],
): Promise<RosterPerson[]> {
  const { school, now } = context;
  const fresh = await workedOut(tx, school, course, rows, now);
  const plans = new Map<number, Awaited<ReturnType<typeof versionPlan>>>();
  for (const { version } of rows)
    if (version !== null && !plans.has(version))
      plans.set(version, await versionPlan(tx, school, course, version));
  const modules = [...plans.values()].flatMap((plan) => plan?.modules ?? []).map(({ id }) => id);
  // Openings of a line that does not hold are not shown as true.
  const holding = rows.filter(({ id }) => !fresh.has(id)).map(({ id }) => id);
  const openings = await readOpenings(tx, holding, [...new Set(modules)]);
  const answers = await readListed(
    tx,
    context,
    rows.map(({ person }) => person),
  );
  const written = await readListed(
    tx,
    context,
    rows.map(({ id }) => id),
    "enrollments",
  );
  const people: RosterPerson[] = [];
  for (const row of rows) {
    const line = fresh.get(row.id);
    const { nextOpens, nextItem } = line ?? row;
    const plan = nextItem === null || row.version === null ? null : plans.get(row.version);
    people.push({
      enrollment: row.id,
      person: row.person,
      name: row.name,
      timeZone: row.timeZone,
      cohort: row.cohort,
      enrolledAt: row.enrolledAt,
      standing: line?.standing ?? row.standing,
      from: line ? line.accessFrom : row.from,
      until: line ? line.accessUntil : row.until,
      done: line?.done ?? row.done,
      of: line?.required ?? row.of,
      finishedAt: line ? line.finishedAt : row.finishedAt,
      next:
        nextOpens === null || nextItem === null
          ? null
          : {
              item: nextItem,
              title: (plan && titlesOf(plan).get(nextItem)) ?? "",
              opens: nextOpens,
            },
      openings: (openings.get(row.id) ?? []).slice(0, MOST_OPENINGS),
      seenAt: row.seenAt,
      answers: { ...answers.byField(row.person), ...written.byField(row.id) },
    });
  }
  return people;
}

const titles = new WeakMap<object, ReadonlyMap<string, string>>();
function titlesOf(plan: Parameters<typeof itemTitles>[0]): ReadonlyMap<string, string> {
  const known = titles.get(plan) ?? new Map(itemTitles(plan));
  titles.set(plan, known);
  return known;
}

/** The lines of those of a page whose kept line does not hold. */
async function workedOut(
  tx: SchoolTransaction,
  school: Context["school"],
  course: string,
  rows: readonly RosterRow[],
  now: Context["now"],
): Promise<Map<string, Line>> {
  const lines = new Map<string, Line>();
  const among = rows.filter(({ holds }) => !holds).map(({ id }) => id);
  if (among.length === 0) return lines;
  const published = await findPublished(tx, school, course);
  if (!published) return lines;
  const inBulk = await inBulkFor(tx, course);
  const lot = await readLot(tx, course, { after: "", among });
  for (const { versions, rows: alike, people } of inBulk.alike(lot, published.number)) {
    const plans = await versionPlans(tx, school, course, versions);
    const answered = inBulk.answer(plans, people, now, { closes: true, due: true, states: true });
    const newest = plans.at(-1) as PlanCourse;
    for (const [p, { id }] of alike.entries()) lines.set(id, lineIn(answered, p, now, newest));
  }
  return lines;
}

/** How many match, by standing; without a name that is looked for, from what is counted already. */
export async function showTotals(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  { find: asked, cohort, ...by }: z.output<typeof rosterTotalsQuery>,
): Promise<RosterTotals> {
  const find = asked?.trim() ?? "";
  return reading(db, context, async (tx) => {
    const narrowing = await mayNarrow(tx, context, narrowingOf(context, { cohort, ...by }));
    const { answer, other } = narrowing;
    const all = find === "" && answer === null && other === null;
    // By both at once nobody is counted.
    const both = answer !== null && other !== null;
    const counted = all
      ? await readHeads(tx, [course])
      : other !== null
        ? both
          ? null
          : await countTo(tx, course, other, { find, cohorts: context.cohorts })
        : answer === null && find.length < FINDABLE
          ? null
          : await countFound(tx, course, { find, answer });
    if (!counted)
      return { counted: false, all: 0, finished: 0, standings: {}, needs: {}, cohorts: {} };
    const seen = counted.filter((one) => isTheirs(context, one.cohort));
    const here = seen.filter((one) => cohort === undefined || one.cohort === cohort);
    return {
      counted: true,
      all: sum(here),
      finished: sum(here.filter(({ finished }) => finished)),
      standings: added(here, ({ standing }) => standing),
      needs: all ? await countNeeds(tx, course, narrowing, formatInstant(context.now)) : {},
      cohorts: added(seen, (one) => one.cohort),
    };
  });
}

type Counted = Omit<Heads, "course">;

function added(heads: readonly Counted[], by: (one: Counted) => Standing | string | null) {
  const all: Record<string, number> = {};
  for (const one of heads) {
    const key = by(one);
    if (key !== null) all[key] = (all[key] ?? 0) + one.people;
  }
  return all;
}

/** So many of those who match are acted for at a time. */
const AT_A_TIME = 200;

/** The next of those who match, and where to go on; by name, whatever an act does to how they stand. */
export async function nextMatching(
  tx: SchoolTransaction,
  context: Context,
  course: string,
  { upTo, without = [], ...narrowed }: Matching,
  after: string | undefined,
): Promise<{ enrollments: string[]; next: string | null }> {
  const from = readEnd("name", after);
  const at = formatInstant(context.now);
  const narrowing = await mayNarrow(tx, context, narrowingOf(context, narrowed, upTo));
  const { rows, end } = await readRoster(tx, {
    course,
    narrowing,
    order: "name",
    after: from,
    most: AT_A_TIME,
    at,
  });
  const enrollments = rows.map(({ id }) => id).filter((id) => !without.includes(id));
  return { enrollments, next: end && writeEnd("name", end) };
}
