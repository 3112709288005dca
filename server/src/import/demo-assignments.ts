/** The demo's assignments: what is asked, what people of the demo have handed in, and what was said of it. */
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { lessonPart, rubric } from "@dawngate/core/lessons";
import { markedBy } from "@dawngate/core/lessons/rubric";
import { formatInstant, HOUR, type Instant } from "@dawngate/core/time";
import { z } from "zod";
import {
  beginAssignment,
  insertSubmission,
  keepDraft,
  putSubmissionFile,
  readSubmissions,
  setState,
} from "../checks/assignment-store";
import { accepted } from "../checks/reviewing";
import { setReview, shareOut } from "../checks/reviewing-store";
import { putRubric } from "../checks/rubric-store";
import { readRevision } from "../courses/content-store";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { standing } from "../enrollment/mine";
import { keepDone } from "../enrollment/tick";
import { readFiles } from "../files/store";
import { insertPart } from "../lessons/store";
import { readCase } from "../schedule/case";
import { mediaId } from "./demo-media";

const note = z.strictObject({
  rubrics: z.array(z.strictObject({ id: z.string(), title: z.string(), criteria: rubric })),
  parts: z.record(z.string(), lessonPart),
  handedIn: z.array(
    z.strictObject({
      enrollment: z.string(),
      assignment: z.string(),
      hoursAgo: z.number(),
      late: z.boolean(),
      text: z.string(),
      /** By their names in the demo's folder. */
      files: z.array(z.string()),
      review: z
        .strictObject({
          hoursAgo: z.number(),
          decision: z.enum(["accepted", "returned"]),
          words: z.string(),
          /** On what of the text. */
          remarks: z.array(z.strictObject({ on: z.string(), says: z.string() })),
          marks: z.record(z.string(), z.int()),
        })
        .nullable(),
    }),
  ),
});
type HandedIn = z.infer<typeof note>["handedIn"][number];

/** The files among it are those that are kept: without a place for files there are none. */
export async function loadDemoAssignments(
  tx: SchoolTransaction,
  school: SchoolId,
  demo: string,
  now: Instant,
): Promise<void> {
  const path = join(demo, "quizzes", "assignments.json");
  const { rubrics, parts, handedIn } = note.parse(JSON.parse(readFileSync(path, "utf8")));
  for (const { id, ...one } of rubrics) await putRubric(tx, school, id, one);
  for (const [name, part] of Object.entries(parts)) {
    const [course = "", item = ""] = name.split("/");
    const placed = await readRevision(tx, course, item);
    if (!placed) throw new Error(`The demo has no lesson ${name}`);
    await insertPart(tx, school, placed.lesson_id, 1, part, []);
  }
  for (const one of handedIn) {
    const part = parts[one.assignment];
    if (part?.kind !== "assignment")
      throw new Error(`The demo has no assignment ${one.assignment}`);
    await handIn(tx, school, demo, one, part.rubric, now);
  }
}

async function handIn(
  tx: SchoolTransaction,
  school: SchoolId,
  demo: string,
  { enrollment, assignment, hoursAgo, late, text, files: names, review }: HandedIn,
  criteria: z.infer<typeof rubric>,
  now: Instant,
): Promise<void> {
  const [course = "", item = ""] = assignment.split("/");
  const whose = { enrollment, item };
  const ago = (hours: number) => formatInstant((now - hours * HOUR) as Instant);
  const at = ago(hoursAgo);
  const row = await beginAssignment(tx, school, whose, course, at);
  const files: string[] = [];
  for (const name of names) {
    const id = mediaId(demo, name);
    if ((await readFiles(tx, [id])).length === 0) continue;
    await putSubmissionFile(tx, school, whose, id, name);
    files.push(id);
  }
  const number = ((await readSubmissions(tx, whose))[0]?.number ?? 0) + 1;
  const id = `demo-${enrollment}-${item}-${number}`;
  await insertSubmission(tx, school, { ...whose, id, number, key: id, at, late, text, files });
  await keepDraft(tx, whose, { text, files });
  const found = await readCase(tx, school, enrollment, true);
  if (!found) throw new Error(`The demo has no enrollment ${enrollment}`);
  const reviewer = await shareOut(tx, found.enrollment.cohort, row.reviewer);
  await setState(tx, whose, { state: "waiting", at, reviewer, submission: id });
  if (!review) return;
  const { earned, possible, open } = markedBy(criteria, review.marks);
  const points =
    open.length > 0 || criteria.length === 0
      ? { earned: null, possible: null }
      : { earned, possible };
  const reviewedAt = ago(review.hoursAgo);
  await setReview(tx, id, {
    at: reviewedAt,
    name: "Piet Vos",
    account: reviewer,
    decision: review.decision,
    words: review.words,
    remarks: review.remarks.map(({ on, says }) => {
      const from = text.indexOf(on);
      if (from < 0) throw new Error(`“${on}” does not stand in what ${enrollment} handed in`);
      return { from, to: from + on.length, says };
    }),
    marks: review.marks,
    criteria,
    ...points,
  });
  await setState(tx, whose, { state: review.decision, at: reviewedAt });
  if (review.decision === "accepted")
    await keepDone(tx, school, standing(found, now), accepted(item, id, reviewedAt, points), now);
}
