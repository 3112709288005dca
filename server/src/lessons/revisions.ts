/** The texts that stood in a lesson: each can be read, and brought back as a new one. */
import type { TextRevision, TextRevisions } from "@dawngate/contract/lessons";
import { filesInText } from "@dawngate/core/lessons";
import { notFound } from "../base/problem";
import { existing } from "../courses/authoring";
import { readRevision } from "../courses/content-store";
import type { SchoolTransaction } from "../db/connection";
import { showFiles } from "../files/service";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { pageOfRevisions, readTextRevision } from "./store";

const PAGE = 30;

/** The content that a draft's lesson stands on. */
async function contentOf(tx: SchoolTransaction, course: string, lesson: string): Promise<string> {
  await existing(tx, course);
  const placed = await readRevision(tx, course, lesson);
  if (!placed) throw notFound(`There is no lesson "${lesson}" in this course.`);
  return placed.lesson_id;
}

export async function showRevisions(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  lesson: string,
  before: number | undefined,
): Promise<TextRevisions> {
  return reading(db, context, async (tx) => {
    const content = await contentOf(tx, course, lesson);
    const found = await pageOfRevisions(tx, content, before ?? null, PAGE + 1);
    const revisions = found.slice(0, PAGE);
    return { revisions, next: found.length > PAGE ? (revisions.at(-1)?.number ?? null) : null };
  });
}

export async function showRevision(
  { db, kept }: Pick<Services, "db" | "kept">,
  context: Context,
  course: string,
  lesson: string,
  number: number,
): Promise<TextRevision> {
  return reading(db, context, async (tx) => {
    const row = await readTextRevision(tx, await contentOf(tx, course, lesson), number);
    if (!row) throw notFound("There is no such text of this lesson.");
    return { ...row, files: await showFiles(tx, kept, context, filesInText(row.text)) };
  });
}
