/**
 * The year as a calendar that staff subscribe to (iCalendar, RFC 5545 and 7986): when people can come in, when cohorts
 * start and end, when something is on sale. Days are days of the school, whole ones.
 */
import { type CalendarEvent, writeCalendar } from "@dawngate/core/schedule";
import {
  addDays,
  formatDate,
  formatInstant,
  localDateAt,
  parseDate,
  startOfDay,
  type Zone,
  zoneOf,
} from "@dawngate/core/time";
import { notFound } from "../../base/problem";
import { digestOf, newSecret } from "../../base/secret";
import { listCourseRows } from "../../courses/store";
import type { SchoolTransaction } from "../../db/connection";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import { keepEntries } from "../calendar-entry-store";
import { dropYearFeed, findYearFeed, setYearFeed, yearFeedMade } from "./feed-store";
import { cohortsBetween, ownWindows, salesBetween } from "./store";

/** It reaches so many days back, and ahead. */
const BACK = 60;
const AHEAD = 2 * 366;
/** So many courses stand in it at the most, and so many events. */
const COURSES_MOST = 500;
const EVENTS_MOST = 5_000;

const accountOf = ({ account }: Context) => account?.id ?? "";

export const showYearFeed = ({ db }: Pick<Services, "db">, context: Context) =>
  db.readSchool(context, async (tx) => ({ made: await yearFeedMade(tx, accountOf(context)) }));

/** Makes somebody's address; an earlier one leads nowhere from then on. */
export async function renewYearFeed(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
): Promise<{ address: string }> {
  const token = newSecret();
  const made = { token_hash: digestOf(token), made_at: formatInstant(context.now) };
  await db.withSchool(context, (tx) => setYearFeed(tx, context.school, accountOf(context), made));
  return { address: `${baseUrl}/api/schools/${context.slug}/year/calendar/${token}` };
}

export async function endYearFeed({ db }: Pick<Services, "db">, context: Context): Promise<void> {
  await db.withSchool(context, (tx) => dropYearFeed(tx, accountOf(context)));
}

/** The calendar of whoever's secret address it is: of the courses they may read at this moment. */
export async function readYearFeed(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  token: string,
): Promise<string> {
  const whose = await db.withSchool(context, (tx) => findYearFeed(tx, digestOf(token)));
  const actor = whose && (await db.findActor(context.slug, whose.account, whose.email));
  if (!actor?.role)
    throw notFound("This calendar's address leads nowhere any more. Make a new one on the year.");
  const among = actor.role === "author" ? actor.courses : null;
  return db.withSchool(context, async (tx) => {
    const { name, time_zone } = await readSchool(tx);
    const zone = zoneOf(time_zone);
    const today = localDateAt(zone, context.now);
    const told = await eventsOf(tx, { zone, today, name, at: `${baseUrl}/${context.slug}` });
    const oldest = startOfDay(zone, addDays(today, -BACK));
    const kept = await keepEntries(tx, context.school, "the year", told, oldest);
    const theirs = among === null ? kept : kept.filter(({ uid }) => among.includes(courseIn(uid)));
    return writeCalendar(
      theirs.map((event) => ({ ...event, day: dayOf(zone, event) })),
      context.now,
      {
        name: `The year of ${name}`,
        refresh: "PT12H",
      },
    );
  });
}

const dayOf = (zone: Zone, { at }: Pick<CalendarEvent, "at">) => formatDate(localDateAt(zone, at));

/** Which course an event is of: told by its identifier, which is all that is left of one that is gone. */
const courseIn = (uid: string) => decodeURIComponent(uid.split("/")[1] ?? "");

/** All that happens in the school's courses in these days. */
async function eventsOf(
  tx: SchoolTransaction,
  {
    zone,
    today,
    name,
    at,
  }: { zone: Zone; today: ReturnType<typeof localDateAt>; name: string; at: string },
): Promise<CalendarEvent[]> {
  const [from, through] = [formatDate(addDays(today, -BACK)), formatDate(addDays(today, AHEAD))];
  const rows = (await listCourseRows(tx, null, COURSES_MOST, null)).filter(
    ({ archived }) => !archived,
  );
  const titles = new Map(rows.map(({ id, title }) => [id, title]));
  const ids = [...titles.keys()].sort();
  const events: CalendarEvent[] = [];
  const add = (kind: string, course: string, of: string, day: string | null, says: string) => {
    const read = day === null ? null : parseDate(day.slice(0, 10));
    if (day === null || day < from || day > through || !read?.ok) return;
    events.push({
      uid: `${kind}/${encodeURIComponent(course)}/${encodeURIComponent(of)}@year.dawn-gate.invalid`,
      at: startOfDay(zone, read.value),
      summary: says,
      description: name,
      url: `${at}/courses/${encodeURIComponent(course)}/cohorts`,
    });
  };
  for (const cohort of await cohortsBetween(tx, ids, from, through)) {
    const { course, id } = cohort;
    const what = `${cohort.name}, ${titles.get(course) ?? course}`;
    add("opens", course, id, cohort.opens, `Enrolling opens: ${what}`);
    add("closes", course, id, cohort.closes, `Last day to enroll: ${what}`);
    add("starts", course, id, cohort.starts, `Starts: ${what}`);
    add("ends", course, id, cohort.ends, `Last day: ${what}`);
  }
  for (const [course, window] of await ownWindows(tx, ids)) {
    const title = titles.get(course) ?? course;
    add("opens", course, "", window?.opens ?? null, `Enrolling opens: ${title}`);
    add("closes", course, "", window?.closes ?? null, `Last day to enroll: ${title}`);
  }
  const listings = new Set<string>();
  for (const sale of await salesBetween(tx, ids, from, through)) {
    // A bundle stands with the first of its courses.
    if (listings.has(sale.listing)) continue;
    listings.add(sale.listing);
    add("sale", sale.course, sale.listing, sale.opens, `On sale from today: ${sale.title}`);
    add("sold", sale.course, sale.listing, sale.closes, `Last day on sale: ${sale.title}`);
  }
  return events.sort((a, b) => a.at - b.at || (a.uid < b.uid ? -1 : 1)).slice(0, EVENTS_MOST);
}
