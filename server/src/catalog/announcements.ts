/** What is announced in a course: written by its staff, read by whoever is in it and, where that is wanted, by visitors. */
import { randomBytes } from "node:crypto";
import type {
  Announcement,
  announcements,
  announcementsQuery,
  newAnnouncement,
} from "@dawngate/contract/page";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { notFound } from "../base/problem";
import { activeEnrollment } from "../enrollment/enroll";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import {
  deleteAnnouncement,
  insertAnnouncement,
  readAnnouncements,
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
    const isIn =
      context.person !== null &&
      (await activeEnrollment(tx, context.school, course, context.person, context.now)) !== null;
    if (!isStaff && !isIn) throw notFound(`There is no course "${course}" for you.`);
    const rows = await readAnnouncements(tx, course, place && { at: place[0], id: place[1] }, most);
    const last = rows[most - 1];
    return {
      announcements: rows.slice(0, most),
      next: rows.length > most && last ? writeCursor([last.at, last.id]) : null,
    };
  });
}

export async function addAnnouncement(
  { db }: Parts,
  context: Context,
  course: string,
  written: Written,
): Promise<Announcement> {
  const announcement = {
    id: `a-${randomBytes(6).toString("hex")}`,
    at: formatInstant(context.now),
    ...written,
  };
  await db.withSchool(context, (tx) =>
    insertAnnouncement(tx, context.school, course, announcement),
  );
  return announcement;
}

export async function changeAnnouncement(
  { db }: Parts,
  context: Context,
  course: string,
  id: string,
  written: Written,
): Promise<Announcement> {
  const announcement = await db.withSchool(context, (tx) =>
    updateAnnouncement(tx, course, id, written),
  );
  if (!announcement) throw notFound("This announcement was taken back.");
  return announcement;
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
