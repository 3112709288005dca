/** An assignment of one's own: written, brought, handed in until it is accepted; each press once, nothing typed lost. */
import { randomBytes } from "node:crypto";
import type {
  DraftChange,
  MyAssignment,
  Submission,
  Submitted,
} from "@dawngate/contract/assignments";
import type { ShownFile } from "@dawngate/contract/files";
import type { PartOf } from "@dawngate/core/lessons";
import { lateness, submissionFaults } from "@dawngate/core/lessons/assignment";
import { itemTitles } from "@dawngate/core/plan/titles";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { conflict, notFound, refusal } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import { enterLesson, type Mine, mine, whyShut } from "../enrollment/mine";
import { keepBrought, showFiles } from "../files/service";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import {
  type AssignmentRow,
  beginAssignment,
  insertSubmission,
  keepDraft,
  letFilesGo,
  putSubmissionFile,
  readAssignment,
  readSubmissionFiles,
  readSubmissions,
  type SubmissionRow,
  setState,
  type Whose,
} from "./assignment-store";
import { partIn } from "./part-in";
import { tellReviewer } from "./review-mail";
import { shareOut } from "./reviewing-store";

type Parts = Pick<Services, "db" | "kept">;
interface Where {
  enrollment: string;
  lesson: string;
}

/** So often one hands in at the most. */
const SUBMISSIONS_MOST = 100;

/** The assignment that stands in a lesson, as a version of its course names it; null: none does. */
export const assignmentIn = (
  tx: SchoolTransaction,
  { plan, version }: Pick<Mine, "plan" | "version">,
  item: string,
) => partIn(tx, plan, version, item, "assignment");

async function theirs(tx: SchoolTransaction, own: Mine, item: string) {
  const found = await assignmentIn(tx, own, item);
  if (!found) throw notFound("There is no assignment in this lesson.");
  return found;
}

/** Files under the names that whoever brought them gave them. */
const named = (
  ids: readonly string[],
  files: Readonly<Record<string, ShownFile>>,
  names: ReadonlyMap<string, string>,
): ShownFile[] =>
  ids.flatMap((id) => {
    const file = files[id];
    return file ? [{ ...file, name: names.get(id) ?? file.name }] : [];
  });

/** What was handed in, with what was said of it. */
export function showSubmission(
  row: SubmissionRow,
  files: Readonly<Record<string, ShownFile>>,
  names: ReadonlyMap<string, string>,
): Submission {
  const { id, number, at, late, text } = row;
  return {
    id,
    number,
    at,
    late,
    text,
    files: named(row.files, files, names),
    review:
      row.decision === null || row.reviewedAt === null
        ? null
        : {
            at: row.reviewedAt,
            by: row.reviewer ?? "",
            decision: row.decision,
            words: row.words ?? "",
            remarks: row.remarks ?? [],
            marks: (row.criteria ?? []).flatMap(({ id, title, levels }) => {
              const level = levels[row.marks?.[id] ?? -1];
              const of = Math.max(...levels.map(({ points }) => points));
              return level ? [{ title, says: level.says, points: level.points, of }] : [];
            }),
            earned: row.earned,
            possible: row.possible,
          },
  };
}

/** Why nothing can be handed in now; null: something can. */
function whyNot(
  own: Mine,
  part: PartOf<"assignment">,
  item: string,
  row: AssignmentRow | null,
  now: Instant,
): string | null {
  if (row?.state === "accepted") return "It is accepted; there is nothing more to hand in.";
  const shut = whyShut(own, item);
  if (shut !== null) return shut;
  const due = own.timeline.items.find(({ id }) => id === item)?.due ?? null;
  const first = row === null || row.submission === null;
  return lateness(part.late, { due, now, first }) === "refused"
    ? "It was due before; nothing is taken any more. Your school can move the day for you."
    : null;
}

async function show(
  tx: SchoolTransaction,
  { kept }: Pick<Services, "kept">,
  context: Context,
  own: Mine,
  part: PartOf<"assignment">,
  { enrollment, lesson: item }: Where,
): Promise<MyAssignment> {
  const whose = { enrollment, item };
  const row = await readAssignment(tx, whose);
  const submissions = row ? await readSubmissions(tx, whose) : [];
  const names = row ? await readSubmissionFiles(tx, whose) : new Map<string, string>();
  const files = await showFiles(tx, kept, context, [...names.keys()]);
  const due = own.timeline.items.find(({ id }) => id === item)?.due ?? null;
  return {
    state: row?.state ?? "writing",
    due: due === null ? null : formatInstant(due),
    shut: whyNot(own, part, item, row, context.now),
    draft: {
      number: row?.draftNumber ?? 0,
      text: row?.draftText ?? "",
      files: named(row?.draftFiles ?? [], files, names),
    },
    submissions: submissions.map((one) => showSubmission(one, files, names)),
  };
}

/** Also where the lesson is closed: what one did in it stays one's own. */
export async function showMyAssignment(
  services: Parts,
  context: Context,
  where: Where,
): Promise<MyAssignment> {
  return reading(services.db, context, async (tx) => {
    const own = await mine(tx, context, where.enrollment, context.now);
    const { part } = await theirs(tx, own, where.lesson);
    return show(tx, services, context, own, part, where);
  });
}

/** Only files that they brought for it, each once. */
async function checkFiles(
  tx: SchoolTransaction,
  whose: Whose,
  files: readonly string[],
): Promise<void> {
  if (new Set(files).size !== files.length)
    throw refusal("A file stands there twice.", [{ path: "files", reason: "Each file once" }]);
  const brought = await readSubmissionFiles(tx, whose);
  if (files.some((file) => !brought.has(file)))
    throw refusal("One of the files was not brought for this. Choose it once more.", [
      { path: "files", reason: "Not brought here" },
    ]);
}

export async function keepMyDraft(
  services: Parts,
  context: Context,
  where: Where,
  { base, text, files }: DraftChange,
): Promise<MyAssignment> {
  const whose = { enrollment: where.enrollment, item: where.lesson };
  return services.db.withSchool(context, async (tx) => {
    const own = await mine(tx, context, where.enrollment, context.now, true);
    enterLesson(own, where.lesson);
    const { part } = await theirs(tx, own, where.lesson);
    const at = formatInstant(context.now);
    const row = await beginAssignment(tx, context.school, whose, own.plan.id, at);
    if (row.state === "accepted") throw conflict("It is accepted; it is not changed any more.");
    if (row.draftNumber !== base) {
      // The same once more, whose answer was lost.
      if (row.draftText === text && row.draftFiles.join() === files.join())
        return show(tx, services, context, own, part, where);
      throw conflict(
        "This was changed on another device meanwhile. What you typed stands here still: take along what you need, and load the page anew.",
      );
    }
    await checkFiles(tx, whose, files);
    await keepDraft(tx, whose, { text, files });
    await letFilesGo(tx, whose);
    return show(tx, services, context, own, part, where);
  });
}

/** Keeps a file that was brought, as one that can be handed in. */
export async function keepMyFile(
  services: Parts & Pick<Services, "readers">,
  context: Context,
  where: Where,
  brought: { upload: string; name: string },
): Promise<ShownFile> {
  const { db } = services;
  const whose = { enrollment: where.enrollment, item: where.lesson };
  // Looked at before its bytes are: nobody brings what is not asked for.
  const enter = async (tx: SchoolTransaction, hold: boolean) => {
    const own = await mine(tx, context, where.enrollment, context.now, hold);
    enterLesson(own, where.lesson);
    const { part } = await theirs(tx, own, where.lesson);
    if (part.files === 0) throw conflict("No files are asked for here.");
    return own;
  };
  await db.readSchool(context, (tx) => enter(tx, false));
  const file = await keepBrought(services, context, brought);
  return db.withSchool(context, async (tx) => {
    const own = await enter(tx, true);
    await beginAssignment(tx, context.school, whose, own.plan.id, formatInstant(context.now));
    if ((await readSubmissionFiles(tx, whose)).size >= FILES_MOST)
      throw conflict(`At most ${FILES_MOST} files are kept with an assignment.`);
    await putSubmissionFile(tx, context.school, whose, file.id, brought.name);
    return { ...file, name: brought.name };
  });
}

/** So many files somebody brings for one assignment, over all they hand in. */
const FILES_MOST = 200;

export async function submit(
  services: Parts & Pick<Services, "baseUrl">,
  context: Context,
  where: Where,
  { text, files, key }: Submitted,
): Promise<MyAssignment> {
  const { now, school } = context;
  const whose = { enrollment: where.enrollment, item: where.lesson };
  return services.db.withSchool(context, async (tx) => {
    const own = await mine(tx, context, where.enrollment, now, true);
    const { part } = await theirs(tx, own, where.lesson);
    const at = formatInstant(now);
    const row = await beginAssignment(tx, school, whose, own.plan.id, at);
    const before = await readSubmissions(tx, whose);
    // The same press again.
    if (before.some((one) => one.key === key)) return show(tx, services, context, own, part, where);
    const item = enterLesson(own, where.lesson);
    const not = whyNot(own, part, where.lesson, row, now);
    if (not !== null) throw conflict(not);
    if (before.length >= SUBMISSIONS_MOST)
      throw conflict(`It was handed in ${SUBMISSIONS_MOST} times; talk to your school.`);
    const faults = submissionFaults(part, { text, files });
    if (faults.length > 0) throw refusal(faults[0]?.reason ?? "Something is missing", faults);
    await checkFiles(tx, whose, files);
    const id = randomBytes(8).toString("hex");
    await keepDraft(tx, whose, { text, files });
    const number = (before[0]?.number ?? 0) + 1;
    const late = lateness(part.late, { due: item.due, now, first: before.length === 0 }) === "late";
    await insertSubmission(tx, school, { ...whose, id, number, key, at, late, text, files });
    await letFilesGo(tx, whose);
    const reviewer = await shareOut(tx, own.enrollment.cohort, row.reviewer);
    // What waits already keeps its place in the queue.
    if (row.state === "waiting")
      await setState(tx, whose, { state: "waiting", at: row.at, submission: id });
    else {
      await setState(tx, whose, { state: "waiting", at, reviewer, submission: id });
      if (reviewer !== null)
        await tellReviewer(tx, services, context, reviewer, {
          ...whose,
          title: itemTitles(own.plan).get(where.lesson) ?? own.plan.title,
          courseTitle: own.plan.title,
        });
    }
    return show(tx, services, context, own, part, where);
  });
}
