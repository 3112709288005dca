/** What stands in the school's own fields about an enrollment, a cohort or a course. */
import type { AskedFields, FieldAnswers } from "@dawngate/contract/own-fields";
import type { About } from "@dawngate/core/people";
import { notFound } from "../base/problem";
import { readCourseRow } from "../courses/store";
import type { SchoolTransaction } from "../db/connection";
import { fieldsOf, setFieldsOf } from "../people/fields/service";
import { readCohorts } from "../schedule/cohort-store";
import { type Context, isTheirs } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readOwner } from "./store";

type Db = Pick<Services, "db">;

/** One of these in a course. */
export interface Among {
  about: Exclude<About, "people">;
  course: string;
  /** Its identifier; a course's is the course's own. */
  id: string;
}

/** Whether it is there, and whoever asks sees it; a refusal does not say which of the two. */
async function isThere(tx: SchoolTransaction, context: Context, { about, course, id }: Among) {
  switch (about) {
    case "courses":
      return (await readCourseRow(tx, course)) !== undefined;
    case "cohorts":
      return (
        isTheirs(context, id) && (await readCohorts(tx, course)).some((one) => one.cohort.id === id)
      );
    case "enrollments": {
      const owner = await readOwner(tx, id);
      return owner?.course_id === course && isTheirs(context, owner.cohort_id);
    }
  }
}

async function mustBeThere(tx: SchoolTransaction, context: Context, among: Among) {
  if (!(await isThere(tx, context, among)))
    throw notFound("There is nothing of that name here. It may have been taken away meanwhile.");
}

export const showFieldsAmong = ({ db }: Db, context: Context, among: Among): Promise<AskedFields> =>
  reading(db, context, async (tx) => {
    await mustBeThere(tx, context, among);
    return fieldsOf(tx, context, among);
  });

export const writeFieldsAmong = (
  { db }: Db,
  context: Context,
  among: Among,
  answers: FieldAnswers,
): Promise<void> =>
  db.withSchool(context, async (tx) => {
    await mustBeThere(tx, context, among);
    await setFieldsOf(tx, context, among, answers);
  });
