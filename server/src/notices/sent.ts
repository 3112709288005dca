/** What has gone out, and what is to come, for staff. */
import {
  type NoticesAhead,
  noticeId,
  type SentNoticeWhole,
  type sentNotices,
  type sentNoticesQuery,
  type ToldTo,
} from "@dawngate/contract/notices";
import {
  addDays,
  DAY,
  formatDate,
  formatInstant,
  type Instant,
  localDateAt,
  zoneOf,
} from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { notFound } from "../base/problem";
import { follow } from "../jobs/outbox";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { devicesOf } from "./devices/store";
import { readOff, readWishedFor } from "./person-store";
import { readAheadOf, readDays, readSentOne, readSentPage, setAgain } from "./sent-store";
import { readStops } from "./stops-store";

type Parts = Pick<Services, "db">;

/** So many days ahead are shown. */
export const DAYS = 30;

/** So many of each are shown of one person. */
const SHOWN = 20;

/** Where a page of what has gone out ended. */
export const sentEnd = z.tuple([z.iso.datetime({ offset: true }), noticeId]);

export async function showSent(
  { db }: Parts,
  context: Context,
  { kind, state, person, after, most }: z.output<typeof sentNoticesQuery>,
): Promise<z.infer<typeof sentNotices>> {
  const place = after === undefined ? null : readCursor(sentEnd, after);
  return reading(db, context, async (tx) => {
    const rows = await readSentPage(tx, {
      kind: kind ?? null,
      state: state ?? null,
      person: person ?? null,
      after: place && { at: place[0], id: place[1] },
      most,
    });
    const last = rows[most - 1];
    return {
      notices: rows.slice(0, most),
      next: rows.length > most && last ? writeCursor([last.at, last.id]) : null,
    };
  });
}

export function showSentOne({ db }: Parts, context: Context, id: string): Promise<SentNoticeWhole> {
  return reading(db, context, async (tx) => {
    const found = await readSentOne(tx, id);
    if (!found) throw notFound("This notice is gone with its person.");
    return found;
  });
}

/** The latest that somebody was told, the next they will be, and what they do not want. */
export function showToldTo({ db }: Parts, context: Context, person: string): Promise<ToldTo> {
  return reading(db, context, async (tx) => {
    const narrowed = { kind: null, state: null, person, after: null, most: SHOWN };
    const { courses } = await readWishedFor(tx, person);
    return {
      ahead: await readAheadOf(tx, person, formatInstant(context.now), SHOWN),
      sent: (await readSentPage(tx, narrowed)).slice(0, SHOWN),
      devices: (await devicesOf(tx, [person])).get(person)?.length ?? 0,
      off: (await readOff(tx, [person])).map(({ kind, enrollment, way }) => ({
        kind,
        way,
        course: courses.find((one) => one.enrollment === enrollment)?.title ?? null,
      })),
    };
  });
}

/** Sends it once more as it went out, from now for as long as any. */
export async function sendAgain(
  { db }: Parts,
  context: Context,
  id: string,
): Promise<{ done: true }> {
  await db.withSchool(context, async (tx) => {
    const until = formatInstant((context.now + 2 * DAY) as Instant);
    if (!(await setAgain(tx, id, until))) throw notFound("This notice is gone with its person.");
    await follow(tx, context.school, "send-notice", {
      school: context.school,
      notice: id,
      again: formatInstant(context.now),
    });
  });
  return { done: true };
}

export function showAhead({ db }: Parts, context: Context): Promise<NoticesAhead> {
  return reading(db, context, async (tx) => {
    const { time_zone } = await readSchool(tx);
    const today = localDateAt(zoneOf(time_zone), context.now);
    const days = Array.from({ length: DAYS }, (_, i) => formatDate(addDays(today, i)));
    const counted = await readDays(tx, days[0] as string, days.at(-1) as string);
    const stopped = new Set(await readStops(tx, days[0] as string, DAYS));
    return {
      today: formatDate(today),
      days: days.map((day) => ({
        day,
        kinds: counted.filter((one) => one.day === day).map(({ kind, count }) => ({ kind, count })),
        stopped: stopped.has(day),
      })),
    };
  });
}
