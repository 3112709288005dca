/** The school's rubrics, to be taken into assignments. */
import type { RubricChange, Rubrics } from "@dawngate/contract/assignments";
import { conflict, notFound } from "../base/problem";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { countRubrics, deleteRubric, putRubric, RUBRICS_MOST, readRubrics } from "./rubric-store";

type Parts = Pick<Services, "db">;

export async function showRubrics({ db }: Parts, context: Context): Promise<Rubrics> {
  return reading(db, context, async (tx) => ({ rubrics: await readRubrics(tx) }));
}

export async function keepRubric(
  { db }: Parts,
  context: Context,
  id: string,
  change: RubricChange,
): Promise<Rubrics> {
  return db.withSchool(context, async (tx) => {
    if ((await countRubrics(tx, id)) >= RUBRICS_MOST)
      throw conflict(`A school keeps ${RUBRICS_MOST} rubrics at the most: remove one first.`);
    await putRubric(tx, context.school, id, change);
    return { rubrics: await readRubrics(tx) };
  });
}

export async function removeRubric({ db }: Parts, context: Context, id: string): Promise<void> {
  await db.withSchool(context, async (tx) => {
    if (!(await deleteRubric(tx, id))) throw notFound("This rubric is gone already.");
  });
}
