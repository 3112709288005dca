/** Remarks: what reviewers and authors say to each other about a course as it is edited. */
import type { Remarks } from "@dawngate/contract/remarks";
import { findPlace } from "@dawngate/core/courses";
import { formatInstant } from "@dawngate/core/time";
import { notFound } from "../base/problem";
import { existing } from "../courses/authoring";
import type { Database, SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import { reading } from "../school/service";
import { insertRemark, readRemarks, setSettled } from "./remark-store";

async function said(tx: SchoolTransaction, context: Context, course: string): Promise<Remarks> {
  const rows = await readRemarks(tx, course);
  return {
    remarks: rows.map(({ author_id, author, ...row }) => ({
      ...row,
      author,
      mine: author_id === context.who.id,
    })),
  };
}

export async function listRemarks(db: Database, context: Context, course: string) {
  return reading(db, context, async (tx) => {
    await existing(tx, course);
    return said(tx, context, course);
  });
}

export async function addRemark(
  db: Database,
  context: Context,
  course: string,
  { item, text }: { item: string | null; text: string },
): Promise<Remarks> {
  return db.withSchool(context, async (tx) => {
    const { draft } = await existing(tx, course);
    if (item !== null && !draft.modules.some(({ id }) => id === item) && !findPlace(draft, item))
      throw notFound(`The course has no module or lesson "${item}"; somebody may have removed it.`);
    await insertRemark(tx, context.school, { course, item, text, at: formatInstant(context.now) });
    return said(tx, context, course);
  });
}

export async function settleRemark(
  db: Database,
  context: Context,
  course: string,
  id: string,
  settled: boolean,
): Promise<void> {
  const found = await db.withSchool(context, (tx) =>
    setSettled(
      tx,
      course,
      id,
      settled ? { at: formatInstant(context.now), by: context.who.name } : null,
    ),
  );
  if (!found) throw notFound("There is no such remark; somebody may have removed the course.");
}
