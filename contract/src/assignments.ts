/** Assignments: what is handed in, who looks at it, and what they say. */
import { fileId, rubric } from "@dawngate/core/lessons";
import {
  SUBMISSION_FILES_MOST,
  SUBMISSION_TEXT_MOST,
} from "@dawngate/core/lessons/submission-limits";
import { z } from "zod";
import { ticked } from "./enrollment";
import { shownFile } from "./files";
import { cursor, oneLine, pressKey } from "./text";

const text = z
  .string()
  .max(SUBMISSION_TEXT_MOST, `At most ${SUBMISSION_TEXT_MOST.toLocaleString("en")} characters`);
const files = z.array(fileId).max(SUBMISSION_FILES_MOST, `At most ${SUBMISSION_FILES_MOST} files`);

export const assignmentState = z.enum(["writing", "waiting", "returned", "accepted"]);

const remark = z.strictObject({
  from: z.int().min(0).describe("Where it begins, in UTF-16 units of the text."),
  to: z.int().min(1).describe("Where it ends, excluded."),
  says: z.string().trim().min(1, "A remark says something").max(1000, "At most 1,000 characters"),
});
const decision = z.enum(["accepted", "returned"]);

/** What somebody said of what was handed in. */
const reviewSeen = z.object({
  at: z.string(),
  by: z.string(),
  decision,
  words: z.string(),
  remarks: z.array(remark),
  marks: z
    .array(z.object({ title: z.string(), says: z.string(), points: z.number(), of: z.number() }))
    .describe("By the rubric as it stood then."),
  earned: z.number().nullable(),
  possible: z.number().nullable(),
});

const submission = z.object({
  id: z.string(),
  number: z.int(),
  at: z.string(),
  late: z.boolean(),
  text: z.string(),
  files: z.array(shownFile),
  review: reviewSeen.nullable(),
});

export const myAssignment = z
  .object({
    state: assignmentState,
    due: z.string().nullable(),
    shut: z.string().nullable().describe("Why nothing can be handed in now; null: something can."),
    draft: z.object({
      number: z.int().describe("Counts its changes, on all devices."),
      text: z.string(),
      files: z.array(shownFile),
    }),
    submissions: z.array(submission).describe("The newest first."),
  })
  .meta({ id: "MyAssignment" });

export const draftChange = z
  .strictObject({
    base: z.int().min(0).describe("The number of the draft that was changed."),
    text,
    files,
  })
  .meta({ id: "AssignmentDraft" });

export const submitted = z.strictObject({ text, files, key: pressKey }).meta({ id: "Submitted" });

export const reviewQueueQuery = z.object({
  state: assignmentState.exclude(["writing"]).optional().describe("Left out: what waits."),
  mine: z.literal("yes").optional().describe("What is oneself's to review, or anybody's."),
  course: z.string().max(200).optional(),
  lesson: z.string().max(200).optional(),
  after: cursor.optional(),
});

const reviewer = z.object({ name: z.string(), me: z.boolean() });

export const reviewQueue = z
  .object({
    waiting: z.int().describe("So many wait for oneself or for anybody, counted up to 1,000."),
    submissions: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        course: z.string(),
        courseTitle: z.string(),
        lesson: z.string(),
        title: z.string(),
        number: z.int(),
        at: z.string().describe("When it was handed in."),
        late: z.boolean(),
        state: assignmentState,
        reviewer: reviewer.nullable().describe("Whose it is to review; null: anybody's."),
        earned: z.number().nullable(),
        possible: z.number().nullable(),
      }),
    ),
    next: z.string().nullable(),
  })
  .meta({ id: "ReviewQueue" });

export const submissionSeen = z
  .object({
    id: z.string(),
    name: z.string(),
    enrollment: z.string().nullable().describe("Null: one may not see people."),
    course: z.string(),
    courseTitle: z.string(),
    lesson: z.string(),
    title: z.string(),
    state: assignmentState,
    newest: z.boolean().describe("Nothing was handed in after it."),
    reviewer: reviewer.nullable(),
    due: z.string().nullable(),
    task: z.string().describe("What was asked for, as the lesson's text says."),
    files: z.record(z.string(), shownFile).describe("The files that the task shows."),
    rubric,
    submissions: z.array(submission).describe("The newest first."),
    next: z.string().nullable().describe("What waits after it, for oneself or for anybody."),
  })
  .meta({ id: "SubmissionSeen" });

/** Whether one is written to when something waits for one's review. */
export const reviewMail = z
  .object({
    on: z
      .boolean()
      .nullable()
      .describe("Null: one leads no cohort, and nothing is shared out to one."),
  })
  .meta({ id: "ReviewMail" });

export const reviewMailChange = z
  .strictObject({ on: z.boolean() })
  .meta({ id: "ReviewMailChange" });

export const reviewGiven = z
  .strictObject({
    decision,
    words: z.string().max(10_000, "At most 10,000 characters"),
    remarks: z.array(remark).max(100, "At most 100 remarks"),
    marks: z
      .record(z.string().max(200), z.int().min(0).max(20))
      .refine((all) => Object.keys(all).length <= 20, "A rubric has at most 20 criteria")
      .describe("By criterion, the place of its level, from 0."),
  })
  .meta({ id: "ReviewGiven" });

export const reviewKept = z
  .object({
    next: z.string().nullable(),
    opened: ticked.shape.opened.describe("The lessons that its acceptance has opened."),
  })
  .meta({ id: "ReviewKept" });

export const takenOver = z
  .strictObject({ mine: z.boolean().describe("False: anybody may.") })
  .meta({ id: "TakenOver" });

export const keptRubric = z
  .object({
    id: z.string(),
    title: z.string(),
    criteria: rubric,
    author: z.string(),
    at: z.string(),
  })
  .meta({ id: "KeptRubric" });

export const rubrics = z
  .object({ rubrics: z.array(keptRubric).describe("Up to 200, by title.") })
  .meta({ id: "Rubrics" });

export const rubricChange = z
  .strictObject({
    title: oneLine("A rubric's name"),
    criteria: rubric.refine((all) => all.length > 0, "A rubric has at least one criterion"),
  })
  .meta({ id: "RubricChange" });

export type MyAssignment = z.infer<typeof myAssignment>;
export type Submission = z.infer<typeof submission>;
export type DraftChange = z.infer<typeof draftChange>;
export type Submitted = z.infer<typeof submitted>;
export type ReviewQueue = z.infer<typeof reviewQueue>;
export type SubmissionSeen = z.infer<typeof submissionSeen>;
export type ReviewGiven = z.infer<typeof reviewGiven>;
export type ReviewKept = z.infer<typeof reviewKept>;
export type Rubrics = z.infer<typeof rubrics>;
export type RubricChange = z.infer<typeof rubricChange>;
