/** The dates of somebody who would buy a listing on a day: for whoever sells it, before it is on sale. */
import type { AsIfBought, asIfBoughtQuery } from "@dawngate/contract/sales";
import {
  formatDate,
  formatInstant,
  type Instant,
  type LocalDate,
  localDateAt,
  parseDate,
  startOfDay,
  zoneOf,
} from "@dawngate/core/time";
import type { z } from "zod";
import { notFound } from "../base/problem";
import { findPublished } from "../courses/service";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { firstDatesOf } from "./first-dates";
import { giveBackDay } from "./give-back-day";
import { readListing } from "./listing-store";
import { soldCohorts } from "./sold-cohorts";

const NOON = 12 * 3_600_000;

export async function showAsIfBought(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  { on, timeZone }: z.infer<typeof asIfBoughtQuery>,
): Promise<AsIfBought> {
  return reading(db, context, async (tx) => {
    const [row, school] = await Promise.all([readListing(tx, id), readSchool(tx)]);
    if (!row) throw notFound(`There is no listing "${id}" in this school.`);
    const zone = zoneOf(school.time_zone);
    const isToday = formatDate(localDateAt(zone, context.now)) === on;
    const now = isToday ? context.now : ((startOfDay(zone, dateOf(on)) + NOON) as Instant);
    const found = await Promise.all(
      row.offer.courses.map((course) => findPublished(tx, context.school, course.id)),
    );
    // What was never published has no dates yet.
    const courses = row.offer.courses.filter((_, i) => found[i]);
    const cohorts = row.offer.cohorts.filter(({ course }) =>
      courses.some((one) => one.id === course),
    );
    const at = { school: context.school, now };
    const sold = await soldCohorts(
      tx,
      { ...at, timeZone: school.time_zone, person: null },
      { cohorts },
    );
    const { validity } = row.offer;
    return {
      at: formatInstant(now),
      courses: await firstDatesOf(
        tx,
        at,
        school,
        { courses, validity },
        sold,
        timeZone ?? school.time_zone,
      ),
      giveBack: giveBackDay(school, now),
    };
  });
}

function dateOf(text: string): LocalDate {
  const read = parseDate(text);
  if (!read.ok) throw new TypeError("This date was not checked");
  return read.value;
}
