/** Drafts changed by operations, and lesson texts with revisions. */
import { isDeepStrictEqual } from "node:util";
import type { Draft, Edit, Edited } from "@dawngate/contract/courses";
import {
  applyOperation,
  fingerprintOf,
  type Operation,
  operationsTo,
  ownerOf,
  publishable,
} from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { conflict, notFound, refusal } from "../base/problem";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import { reading } from "../school/service";
import { copyParts, coursesWith, insertFirstTexts, readRevision } from "./content-store";
import { saveDraft } from "./draft-changes-store";
import { readDraft } from "./draft-store";
import { readInside } from "./inside";
import { appendOperations, lastNumberOf, readOperations } from "./operation-store";
import { setPage } from "./page-store";
import { readCourseRow } from "./store";
import { versionPlan } from "./versions";

export async function showDraft(db: Database, context: Context, id: string): Promise<Draft> {
  return reading(db, context, async (tx) => {
    const { row, draft } = await existing(tx, id);
    const version = row.current_version;
    const plan = version === null ? null : await versionPlan(tx, context.school, id, version);
    return {
      course: draft,
      sequence: row.sequence,
      version,
      changed: plan === null || !isDeepStrictEqual(plan, publishable(draft)),
      published: plan && fingerprintOf(plan),
      description: row.description,
      words: row.words,
      card: row.card,
      questions: row.questions,
      meant: row.meant,
    };
  });
}

/** A course's row and its draft, or a refusal; held for the rest of the transaction where asked to. */
export async function existing(tx: SchoolTransaction, id: string, hold = false) {
  const row = await readCourseRow(tx, id, hold);
  const draft = row && (await readDraft(tx, id));
  if (!row || !draft) throw notFound(`There is no course "${id}" in this school.`);
  return { row, draft };
}

/** Holds a draft whose lesson is to be written; one that came in with another course is written there. */
export async function own(tx: SchoolTransaction, id: string, lesson: string): Promise<void> {
  const { draft } = await existing(tx, id, true);
  const owner = ownerOf(draft, { type: "remove", item: lesson });
  if (owner !== null)
    throw conflict(
      `This lesson stands here with the course “${owner}”; open that, and write there.`,
    );
}

/**
 * Plays a client's operations on the draft, in one transaction: numbered, kept and told to the others. What was
 * played before (the same press twice, an answer that was lost) is not played again. Answers with everything
 * after the client's base, so that it can catch up.
 */
export async function editDraft(
  db: Database,
  context: Context,
  id: string,
  { base, clientId, operations }: Edit,
): Promise<Edited> {
  return db.withSchool(context, async (tx) => {
    const { row, draft } = await existing(tx, id, true);
    if (base > row.sequence)
      throw conflict("This draft is older than what you have; load the page again.");
    const last = await lastNumberOf(tx, id, clientId);
    const refused: Edited["refused"] = [];
    const kept: { clientId: string; number: number; operation: Operation }[] = [];
    let course: PlanCourse = draft;
    for (const { number, operation: asked } of operations) {
      if (number <= last) continue;
      const read = await readInside(tx, context, course, asked);
      const operation = read.ok ? read.operation : asked;
      const applied = read.ok ? applyOperation(course, operation) : read;
      if (!applied.ok) {
        refused.push({ number, reason: applied.reason });
        continue;
      }
      course = applied.course;
      kept.push({ clientId, number, operation });
    }
    if (kept.length > 0) {
      checkWhole(course);
      const played = kept.map(({ operation }) => operation);
      const within = await reachable(tx, context, played);
      await saveDraft(tx, context.school, draft, course, contentsIn(within));
      const { texts, from } = await broughtBy(tx, within);
      await insertFirstTexts(tx, context.school, id, texts);
      await copyParts(tx, context.school, id, from);
      await appendOperations(tx, context.school, id, row.sequence + 1, kept);
    }
    return {
      sequence: row.sequence + kept.length,
      operations: await readOperations(tx, id, base),
      refused,
    };
  });
}

/**
 * Makes the draft what a version is, as one author's operations, so that others who edit it follow and can take it back.
 * The caller holds the course.
 */
export const bringDraftBack = (
  tx: SchoolTransaction,
  school: SchoolId,
  target: PlanCourse,
  clientId: string,
): Promise<void> =>
  playOnDraft(tx, school, target.id, clientId, (draft) => operationsTo(draft, target));

/** Plays operations of one press, made for the draft as it stands; its course is held, or is held now. */
export async function playOnDraft(
  tx: SchoolTransaction,
  school: SchoolId,
  id: string,
  clientId: string,
  make: (draft: PlanCourse) => Operation[],
): Promise<void> {
  const { row, draft } = await existing(tx, id, true);
  const operations = make(draft);
  if (operations.length === 0) return;
  let course: PlanCourse = draft;
  for (const operation of operations) {
    const applied = applyOperation(course, operation);
    if (!applied.ok) throw new Error(applied.reason);
    course = applied.course;
  }
  await saveDraft(tx, school, draft, course, contentsIn(operations));
  const kept = operations.map((operation, i) => {
    return { clientId, number: i + 1, operation };
  });
  await appendOperations(tx, school, id, row.sequence + 1, kept);
}

/** The content that lessons were put in with, where it stands in another course too. */
export function contentsIn(operations: readonly Operation[]): Map<string, string> {
  return new Map(
    operations.flatMap((operation): [string, string][] => {
      if (operation.type === "put-course") return Object.entries(operation.contents ?? {});
      return operation.type === "insert-lesson" && operation.content
        ? [[operation.lesson.id, operation.content]]
        : [];
    }),
  );
}

/**
 * The operations without what they would bring from courses that their author may not read: a lesson then stands there
 * with content of its own.
 */
async function reachable(
  tx: SchoolTransaction,
  context: Context,
  operations: readonly Operation[],
): Promise<Operation[]> {
  if (context.courses === null) return [...operations];
  const found: Operation[] = [];
  for (const operation of operations) {
    if (operation.type !== "insert-lesson") {
      found.push(operation);
      continue;
    }
    const { content, copyOf, ...rest } = operation;
    const stands = content ? await coursesWith(tx, content, "") : [];
    found.push({
      ...rest,
      ...(content && stands.some(({ course }) => context.reaches(course)) && { content }),
      ...(copyOf && context.reaches(copyOf.course) && { copyOf }),
    });
  }
  return found;
}

/** The texts that lessons were put in with, their own or those of the lessons they were copied from; and the content of these. */
async function broughtBy(tx: SchoolTransaction, operations: readonly Operation[]) {
  const texts = new Map<string, string>();
  const from = new Map<string, string>();
  for (const operation of operations) {
    if (operation.type !== "insert-lesson") continue;
    const { lesson, text, copyOf } = operation;
    const copied = copyOf && (await readRevision(tx, copyOf.course, copyOf.lesson));
    const body = copyOf ? copied?.body : text;
    if (body) texts.set(lesson.id, body);
    if (copied) from.set(lesson.id, copied.lesson_id);
  }
  return { texts, from };
}

/** What no single operation can see: that the whole stays within what a course may be. */
function checkWhole(course: PlanCourse): void {
  const lessons = course.modules.reduce((sum, module) => sum + module.lessons.length, 0);
  if (course.modules.length > 2_000 || lessons > 20_000)
    throw refusal("A course holds at most 2,000 modules and 20,000 lessons; split it.");
}

/** Everything after a number, for a client that has been told to look. */
export async function operationsAfter(db: Database, context: Context, id: string, base: number) {
  return reading(db, context, (tx) => readOperations(tx, id, base));
}

export async function changeDescription(
  db: Database,
  context: Context,
  id: string,
  description: string,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    await existing(tx, id);
    await setPage(tx, id, { description });
  });
}
