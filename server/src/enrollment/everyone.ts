/** The people of the whole school, and one of them with all they hold. */
import type { askedFields, FieldAnswers } from "@dawngate/contract/own-fields";
import type { Everyone, everyoneQuery, Someone } from "@dawngate/contract/people";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { notFound } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import { mayNarrowBy, narrowedTo, readListed } from "../people/fields/answers";
import { fieldsOf, setFieldsOf } from "../people/fields/service";
import { type Context, isTheirs } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readEveryone, readSomeone } from "./everyone-store";
import { holdingsOf } from "./holdings";
import { coursesOfSubject, readSubjects, subjectsOf } from "./interests-store";
import { sayHeld } from "./shelf";

/** An instructor's page may walk along so many whom they do not lead. */
const SCANNED = 2000;
const place = z.tuple([z.string(), z.string()]);

export async function showEveryone(
  { db }: Pick<Services, "db">,
  context: Context,
  { find = "", after, most, interest, ...narrowed }: z.infer<typeof everyoneQuery>,
): Promise<Everyone> {
  const from = after === undefined ? null : readCursor(place, after);
  const { cohorts, now } = context;
  return reading(db, context, async (tx) => {
    const answer = await mayNarrowBy(tx, context, narrowedTo(narrowed));
    const { people, last } = await readEveryone(tx, {
      find,
      after: from,
      at: formatInstant(now),
      cohorts,
      most,
      answer,
      courses: interest === undefined ? null : await coursesOfSubject(tx, interest),
      scanned: cohorts === null && answer === null && interest === undefined ? most : SCANNED,
    });
    const answers = await readListed(
      tx,
      context,
      people.map(({ id }) => id),
    );
    return {
      people: people.map(({ sortName, ...person }) => ({
        ...person,
        answers: answers.byField(person.id),
      })),
      subjects: from === null ? await readSubjects(tx) : [],
      next: last && writeCursor(last),
    };
  });
}

export async function showSomeone(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
): Promise<Someone> {
  const { school, now } = context;
  return reading(db, context, async (tx) => {
    const person = await known(tx, context, id);
    const held = (await holdingsOf(tx, school, id, now)).filter(({ enrollment }) =>
      isTheirs(context, enrollment.cohort),
    );
    return {
      ...person,
      interests: await subjectsOf(
        tx,
        held.map(({ enrollment }) => enrollment.course),
      ),
      courses: held.map((one) => sayHeld(one, now)),
    };
  });
}

/** What stands in a person's fields. */
export async function showFieldsOf(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
): Promise<z.infer<typeof askedFields>> {
  return db.readSchool(context, async (tx) => {
    await known(tx, context, id);
    return fieldsOf(tx, context, { about: "people", id });
  });
}

export async function writeFieldsOf(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  answers: FieldAnswers,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    await known(tx, context, id);
    await setFieldsOf(tx, context, { about: "people", id }, answers);
  });
}

/** Instructors meet the people of their cohorts, and nobody else. */
async function known(tx: SchoolTransaction, { cohorts }: Context, id: string) {
  const person = await readSomeone(tx, id, cohorts);
  if (!person) throw notFound(`There is no person "${id}" in this school.`);
  return person;
}
