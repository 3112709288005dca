/** Who is kept out, of a course or of the whole school; the reason is for staff. */
import type { EntryBlocks } from "@dawngate/contract/ways-in";
import { formatInstant } from "@dawngate/core/time";
import { notFound } from "../../base/problem";
import { readCourseRow } from "../../courses/store";
import type { SchoolTransaction } from "../../db/connection";
import { knowsPerson } from "../../people/store";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { dropBlock, readBlocks, writeBlock } from "./store";

type Db = Pick<Services, "db">;

async function known(tx: SchoolTransaction, person: string): Promise<void> {
  if (!(await knowsPerson(tx, person))) throw notFound("The school knows nobody of this name.");
}

export async function showBlocks(
  { db }: Db,
  context: Context,
  person: string,
): Promise<EntryBlocks> {
  return db.readSchool(context, async (tx) => {
    await known(tx, person);
    const rows = await readBlocks(tx, person);
    return {
      blocks: rows.map(({ course, title, reason, at }) => ({
        course: course === null ? null : { id: course, title },
        reason,
        at,
      })),
    };
  });
}

export async function block(
  { db }: Db,
  context: Context,
  person: string,
  { course, reason }: { course: string | null; reason: string },
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    await known(tx, person);
    if (course !== null && !(await readCourseRow(tx, course)))
      throw notFound(`There is no course "${course}" in this school.`);
    const at = formatInstant(context.now);
    await writeBlock(tx, context.school, { person, course, reason, at });
  });
}

export async function unblock(
  { db }: Db,
  context: Context,
  person: string,
  course: string | null,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    await known(tx, person);
    await dropBlock(tx, person, course);
  });
}
