/** What is announced in a course: written by its staff, read by whoever is in it and, where that is wanted, by visitors. */
import { randomBytes } from "node:crypto";
import type {
  Announcement,
  announcements,
  announcementsQuery,
  newAnnouncement,
} from "@dawngate/contract/page";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { conflict, notFound, refusal } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import { activeEnrollment } from "../enrollment/enroll";
import { readCohorts } from "../schedule/cohort-store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import {
  deleteAnnouncement,
  insertAnnouncement,
  type Reader,
  readAnnouncement,
  readAnnouncements,
  readCohortOf,
  updateAnnouncement,
} from "./announcement-store";

type Parts = Pick<Services, "db">;
type Written = z.output<typeof newAnnouncement>;

const announcementsEnd = z.tuple([z.iso.datetime({ offset: true }), z.string().max(200)]);

export async function showAnnouncements(
  { db }: Parts,
  context: Context,
  course: string,
  { after, most }: z.infer<typeof announcementsQuery>,
): Promise<z.infer<typeof announcements>> {
  const place = after === undefined ? null : readCursor(announcementsEnd, after);
  return reading(db, context, async (tx) => {
    const isStaff = context.may("courses.read") && context.reaches(course);
    const own =
      isStaff || context.person === null
        ? null
        : await activeEnrollment(tx, context.school, course, context.person, context.now);
    if (!isStaff && own === null) throw notFound(`There is no course "${course}" for you.`);
    const reader: Reader =
      own === null
        ? "staff"
        : { cohort: await readCohortOf(tx, own), now: formatInstant(context.now) };
    const from = place && { at: place[0], id: place[1] };
    const rows = await readAnnouncements(tx, course, reader, from, most);
    const last = rows[most - 1];
    return {
      announcements: rows.slice(0, most),
      next: rows.length > most && last ? writeCursor([last.at, last.id]) : null,
    };
  });
}

/** So far ahead something can be announced. */
const AHEAD = 2 * 366 * 86_400_000;

/** Refused where it is for a cohort that is not there, or would go out in the past. */
async function mayGoOut(
  tx: SchoolTransaction,
  { now }: Pick<Context, "now">,
  course: string,
  { cohort, at }: Pick<Written, "cohort" | "at">,
): Promise<void> {
  const faults: { path: string; reason: string }[] = [];
  if (cohort !== null && !(await readCohorts(tx, course)).some((one) => one.cohort.id === cohort))
    faults.push({ path: "cohort", reason: "There is no such cohort in this course" });
  const goes = at === null ? now : Date.parse(at);
  if (goes < now)
    faults.push({ path: "at", reason: "This instant has passed: choose a later one" });
  if (goes > now + AHEAD)
    faults.push({ path: "at", reason: "So far ahead nothing is announced: two years at most" });
  if (faults.length > 0) throw refusal("It cannot be announced like this.", faults);
}

/** Written to the second, as everything that is told. */
const onSecond = (at: string | null, now: Instant) =>
  formatInstant((Math.floor((at === null ? now : Date.parse(at)) / 1000) * 1000) as Instant);

export async function addAnnouncement(
  { db }: Parts,
  context: Context,
  course: string,
  written: Written,
): Promise<Announcement> {
  return db.withSchool(context, async (tx) => {
    await mayGoOut(tx, context, course, written);
    const at = onSecond(written.at, context.now);
    const announcement = { id: `a-${randomBytes(6).toString("hex")}`, ...written, at };
    await insertAnnouncement(tx, context.school, course, announcement);
    return announcement;
  });
}

/** Puts it otherwise. To whom and when can be changed until it has gone out. */
export async function changeAnnouncement(
  { db }: Parts,
  context: Context,
  course: string,
  id: string,
  written: Written,
): Promise<Announcement> {
  return db.withSchool(context, async (tx) => {
    const before = await readAnnouncement(tx, course, id);
    if (!before) throw notFound("This announcement was taken back.");
    const isOut = Date.parse(before.at) <= context.now;
    const isSame =
      written.cohort === before.cohort &&
      (written.at === null || Date.parse(written.at) === Date.parse(before.at));
    if (isOut && !isSame)
      throw conflict(
        "It has gone out: to whom and when stay as they are. Announce something new for others.",
      );
    if (!isOut) await mayGoOut(tx, context, course, written);
    const at = isOut ? before.at : onSecond(written.at, context.now);
    const announcement = { id, ...written, at };
    await updateAnnouncement(tx, course, announcement);
    return announcement;
  });
}

export async function removeAnnouncement(
  { db }: Parts,
  context: Context,
  course: string,
  id: string,
): Promise<{ done: true }> {
  await db.withSchool(context, (tx) => deleteAnnouncement(tx, course, id));
  return { done: true };
}
