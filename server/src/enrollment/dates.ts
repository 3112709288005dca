/** One's own dates over all courses one holds: as a list, and as a calendar that a program subscribes to. */
import type { Dates } from "@dawngate/contract/enrollment";
import { countWords, wordsOf } from "@dawngate/core/courses";
import {
  type CalendarEvent,
  HAPPENING_KINDS,
  type Happening,
  type HappeningKind,
  happeningsOf,
  writeCalendar,
} from "@dawngate/core/schedule";
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { notFound } from "../base/problem";
import { digestOf, newSecret } from "../base/secret";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { keepEntries } from "./calendar-entry-store";
import { dropFeed, findFeed, readFeedMade, setFeed, timeZoneOf } from "./dates-store";
import { type Holding, holdingsOf } from "./holdings";

interface Dated extends Happening {
  held: Holding;
  /** Where it stands among all of them; each has its own. */
  place: [at: number, enrollment: string, kind: HappeningKind, item: string];
}

const PAGE = 100;
const place = z.tuple([z.number(), z.string(), z.enum(HAPPENING_KINDS), z.string()]);

const compare = (a: Dated["place"], b: Dated["place"]) =>
  a[0] - b[0] ||
  HAPPENING_KINDS.indexOf(a[2]) - HAPPENING_KINDS.indexOf(b[2]) ||
  (a[1] < b[1] ? -1 : a[1] > b[1] ? 1 : 0) ||
  (a[3] < b[3] ? -1 : a[3] > b[3] ? 1 : 0);

/** What happens after an instant in courses one can get into; what is ticked is due and closes no more. */
function datesOf(holdings: readonly Holding[], after: Instant): Dated[] {
  return holdings
    .flatMap((held) => {
      const { shutBy } = held.timeline.access;
      // While all is shut for nobody knows how long, no date is true.
      if (shutBy !== null) return [];
      const all = happeningsOf(held.plan, held.timeline);
      const begins = all.find(({ kind }) => kind === "begins")?.at;
      return all
        .filter(({ kind, at, done, item }) => {
          if (at <= after) return false;
          if (done && (kind === "due" || kind === "closes")) return false;
          // What opens with access itself is told by that.
          return !(kind === "opens" && item !== null && at === begins);
        })
        .map((one): Dated => {
          return { ...one, held, place: [one.at, held.enrollment.id, one.kind, one.item ?? ""] };
        });
    })
    .sort((a, b) => compare(a.place, b.place));
}

const wordsIn = ({ schoolWords, courseWords }: Holding) => wordsOf(schoolWords, courseWords);

/** What is to come for the one who asks, the next first. */
export async function showDates(
  { db }: Pick<Services, "db">,
  context: Context,
  after: string | undefined,
): Promise<Dates> {
  const { person, school, now } = context;
  const from = after === undefined ? null : readCursor(place, after);
  return reading(db, context, async (tx) => {
    if (person === null)
      return { timeZone: (await readSchool(tx)).time_zone, dates: [], next: null };
    const all = datesOf(await holdingsOf(tx, school, person, now), now);
    const rest = from === null ? all : all.filter((one) => compare(one.place, from) > 0);
    const page = rest.slice(0, PAGE);
    const last = page.at(-1);
    return {
      timeZone: await timeZoneOf(tx, person),
      dates: page.map(({ kind, at, item, title, lessons, held }) => ({
        kind,
        at: formatInstant(at),
        enrollment: held.enrollment.id,
        course: held.plan.title,
        cohort: held.cohortName,
        item,
        title,
        lessons,
        size: lessons ? countWords(wordsIn(held), "lesson", lessons) : null,
      })),
      next: rest.length > PAGE && last ? writeCursor(last.place) : null,
    };
  });
}

/** A calendar reaches so far back. */
const BACK = 60 * DAY;
/** So many events stand in it at the most. */
const EVENTS_MOST = 5_000;

const SUMMARIES: Record<HappeningKind, (title: string) => string> = {
  begins: (title) => `Begins: ${title}`,
  opens: (title) => `Opens: ${title}`,
  due: (title) => `Due: ${title}`,
  closes: (title) => `Closes: ${title}`,
  ends: (title) => `Access ends: ${title}`,
};

/** One's dates as a calendar, as of an instant. Writes down what it told, so that what moves later says that it did. */
async function calendarOf(
  tx: SchoolTransaction,
  { school, slug, person, now }: { school: SchoolId; slug: string; person: string; now: Instant },
  baseUrl: string,
): Promise<string> {
  const { name } = await readSchool(tx);
  const told = datesOf(await holdingsOf(tx, school, person, now), (now - BACK) as Instant)
    .slice(0, EVENTS_MOST)
    .map(({ kind, at, item, title, held }): CalendarEvent => {
      const id = held.enrollment.id;
      return {
        uid: `${kind}-${encodeURIComponent(id)}-${encodeURIComponent(item ?? "")}@${school}.dawn-gate.invalid`,
        at,
        summary: SUMMARIES[kind](title),
        description: item === null ? name : `${held.plan.title}, ${name}`,
        url: `${baseUrl}/${slug}/shelf/${encodeURIComponent(id)}`,
      };
    });
  const kept = await keepEntries(tx, school, { person }, told, (now - BACK) as Instant);
  return writeCalendar(kept, now, { name, refresh: "PT3H" });
}

/** One's own dates as a file. */
export async function datesFile(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
): Promise<string> {
  const { person } = context;
  if (person === null) throw notFound("You hold no course here, so there are no dates.");
  return db.withSchool(context, (tx) => calendarOf(tx, { ...context, person }, baseUrl));
}

/** The dates of whoever's secret address it is. */
export async function readFeed(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  token: string,
): Promise<string> {
  return db.withSchool(context, async (tx) => {
    const person = await findFeed(tx, digestOf(token));
    if (person === null)
      throw notFound("This calendar's address leads nowhere any more. Make a new one under Dates.");
    return calendarOf(tx, { ...context, person }, baseUrl);
  });
}

export async function showFeed({ db }: Pick<Services, "db">, context: Context) {
  const { person } = context;
  return reading(db, context, async (tx) => ({
    made: person === null ? null : await readFeedMade(tx, person),
  }));
}

/** Makes the secret address of one's calendar; an earlier one leads nowhere from then on. */
export async function renewFeed(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
): Promise<{ address: string }> {
  const { person, school, slug, now } = context;
  if (person === null) throw notFound("You hold no course here, so there are no dates.");
  const token = newSecret();
  await db.withSchool(context, (tx) =>
    setFeed(tx, school, person, digestOf(token), formatInstant(now)),
  );
  return { address: `${baseUrl}/api/schools/${slug}/calendar/${token}` };
}

export async function endFeed({ db }: Pick<Services, "db">, context: Context): Promise<void> {
  const { person } = context;
  if (person !== null) await db.withSchool(context, (tx) => dropFeed(tx, person));
}
