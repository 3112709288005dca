/** How people's assignments stand, in the database: what they write, the files they brought, and what they handed in. */
import type { AssignmentState } from "@dawngate/core/lessons/assignment";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** Whose assignment, in which lesson. */
export interface Whose {
  enrollment: string;
  item: string;
}

export interface AssignmentRow {
  enrollment: string;
  item: string;
  course: string;
  state: AssignmentState;
  draftNumber: number;
  draftText: string;
  draftFiles: string[];
  reviewer: string | null;
  submission: string | null;
  /** When it came to its state: its place in the queue. */
  at: string;
}

export async function readAssignment(
  tx: SchoolTransaction,
  { enrollment, item }: Whose,
  hold = false,
): Promise<AssignmentRow | null> {
  const row = await tx
    .selectFrom("assignment")
    .select([
      "enrollment_id as enrollment",
      "item",
      "course_id as course",
      "state",
      "draft_number as draftNumber",
      "draft_text as draftText",
      "draft_files as draftFiles",
      "reviewer_id as reviewer",
      "submission_id as submission",
      "at",
    ])
    .where("enrollment_id", "=", enrollment)
    .where("item", "=", item)
    .$if(hold, (query) => query.forUpdate())
    .executeTakeFirst();
  return row ?? null;
}

/** Begins somebody's assignment, where it is not begun; it is held until the transaction ends. */
export async function beginAssignment(
  tx: SchoolTransaction,
  school: SchoolId,
  whose: Whose,
  course: string,
  at: string,
): Promise<AssignmentRow> {
  await tx
    .insertInto("assignment")
    .values({
      school_id: school,
      enrollment_id: whose.enrollment,
      item: whose.item,
      course_id: course,
      state: "writing",
      draft_number: 0,
      draft_text: "",
      draft_files: [],
      reviewer_id: null,
      submission_id: null,
      at,
    })
    .onConflict((on) => on.columns(["school_id", "enrollment_id", "item"]).doNothing())
    .execute();
  const row = await readAssignment(tx, whose, true);
  if (!row) throw new Error("What was begun is not there");
  return row;
}

/** Keeps what somebody writes; files that stand nowhere any more are let go. */
export async function keepDraft(
  tx: SchoolTransaction,
  { enrollment, item }: Whose,
  { text, files }: { text: string; files: readonly string[] },
): Promise<void> {
  await tx
    .updateTable("assignment")
    .set((eb) => ({
      draft_text: text,
      draft_files: [...files],
      draft_number: eb("draft_number", "+", 1),
    }))
    .where("enrollment_id", "=", enrollment)
    .where("item", "=", item)
    .execute();
}

/** Lets go of files that stand neither in what is written now nor in anything handed in. */
export async function letFilesGo(
  tx: SchoolTransaction,
  { enrollment, item }: Whose,
): Promise<void> {
  await sql`
    delete from submission_file f where f.enrollment_id = ${enrollment} and f.item = ${item}
      and not exists (select from assignment a where a.enrollment_id = f.enrollment_id and a.item = f.item
        and f.file_id = any(a.draft_files))
      and not exists (select from submission s where s.enrollment_id = f.enrollment_id and s.item = f.item
        and f.file_id = any(s.files))
  `.execute(tx);
}

export async function putSubmissionFile(
  tx: SchoolTransaction,
  school: SchoolId,
  { enrollment, item }: Whose,
  file: string,
  name: string,
): Promise<void> {
  await tx
    .insertInto("submission_file")
    .values({ school_id: school, enrollment_id: enrollment, item, file_id: file, name })
    .onConflict((on) =>
      on.columns(["school_id", "enrollment_id", "item", "file_id"]).doUpdateSet({ name }),
    )
    .execute();
}

/** The files that somebody brought for an assignment, with what they call each. */
export async function readSubmissionFiles(
  tx: SchoolTransaction,
  { enrollment, item }: Whose,
): Promise<Map<string, string>> {
  const rows = await tx
    .selectFrom("submission_file")
    .select(["file_id as file", "name"])
    .where("enrollment_id", "=", enrollment)
    .where("item", "=", item)
    .execute();
  return new Map(rows.map(({ file, name }) => [file, name]));
}

const SUBMISSION = [
  "id",
  "enrollment_id as enrollment",
  "item",
  "number",
  "key",
  "at",
  "late",
  "text",
  "files",
  "reviewed_at as reviewedAt",
  "reviewer",
  "decision",
  "words",
  "remarks",
  "marks",
  "criteria",
  "earned",
  "possible",
] as const;

export type SubmissionRow = Awaited<ReturnType<typeof readSubmissions>>[number];

/** What somebody handed in, the newest first. */
export async function readSubmissions(tx: SchoolTransaction, { enrollment, item }: Whose) {
  return tx
    .selectFrom("submission")
    .select(SUBMISSION)
    .where("enrollment_id", "=", enrollment)
    .where("item", "=", item)
    .orderBy("number", "desc")
    .execute();
}

export async function readSubmission(
  tx: SchoolTransaction,
  id: string,
): Promise<SubmissionRow | null> {
  const row = await tx
    .selectFrom("submission")
    .select(SUBMISSION)
    .where("id", "=", id)
    .executeTakeFirst();
  return row ?? null;
}

export async function insertSubmission(
  tx: SchoolTransaction,
  school: SchoolId,
  one: Pick<SubmissionRow, "id" | "enrollment" | "item" | "number" | "key" | "at" | "late"> & {
    text: string;
    files: readonly string[];
  },
): Promise<void> {
  await tx
    .insertInto("submission")
    .values({
      school_id: school,
      id: one.id,
      enrollment_id: one.enrollment,
      item: one.item,
      number: one.number,
      key: one.key,
      at: one.at,
      late: one.late,
      text: one.text,
      files: [...one.files],
      reviewed_at: null,
      reviewer: null,
      reviewer_id: null,
      decision: null,
      words: null,
      remarks: null,
      marks: null,
      criteria: null,
      earned: null,
      possible: null,
    })
    .execute();
}

export async function setState(
  tx: SchoolTransaction,
  { enrollment, item }: Whose,
  set: { state: AssignmentState; at: string; reviewer?: string | null; submission?: string },
): Promise<void> {
  await tx
    .updateTable("assignment")
    .set({
      state: set.state,
      at: set.at,
      ...(set.reviewer !== undefined && { reviewer_id: set.reviewer }),
      ...(set.submission !== undefined && { submission_id: set.submission }),
    })
    .where("enrollment_id", "=", enrollment)
    .where("item", "=", item)
    .execute();
}
