/** The people of the whole school, and one of them with all they hold. */
import type { Everyone, everyoneQuery, Someone } from "@dawngate/contract/people";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { notFound } from "../base/problem";
import { type Context, isTheirs } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readEveryone, readSomeone } from "./everyone-store";
import { holdingsOf } from "./holdings";
import { sayHeld } from "./shelf";

/** An instructor's page may walk along so many whom they do not lead. */
const SCANNED = 2000;
const place = z.tuple([z.string(), z.string()]);

export async function showEveryone(
  { db }: Pick<Services, "db">,
  context: Context,
  { find = "", after, most }: z.infer<typeof everyoneQuery>,
): Promise<Everyone> {
  const from = after === undefined ? null : readCursor(place, after);
  const { cohorts, now } = context;
  return reading(db, context, async (tx) => {
    const { people, last } = await readEveryone(tx, {
      find,
      after: from,
      at: formatInstant(now),
      cohorts,
      most,
      scanned: cohorts === null ? most : SCANNED,
    });
    return {
      people: people.map(({ sortName, ...person }) => person),
      next: last && writeCursor(last),
    };
  });
}

export async function showSomeone(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
): Promise<Someone> {
  const { school, cohorts, now } = context;
  return reading(db, context, async (tx) => {
    const person = await readSomeone(tx, id, cohorts);
    if (!person) throw notFound(`There is no person "${id}" in this school.`);
    const held = await holdingsOf(tx, school, id, now);
    return {
      ...person,
      courses: held
        .filter(({ enrollment }) => isTheirs(context, enrollment.cohort))
        .map((one) => sayHeld(one, now)),
    };
  });
}
