/** Learning in a lesson: what of it was seen, one's own notes, what is asked and answered under it. */
import { z } from "zod";
import { cursor, pressKey } from "./text";

const seconds = z.number().min(0).max(86_400);

/** Stretches of a film or a recording, in seconds from its beginning. */
export const stretches = z.array(z.tuple([seconds, seconds])).max(500);

/** What of a film or a recording was seen, and where one stopped. */
export const seen = z
  .object({
    stretches,
    position: z.number(),
    share: z.number().nullable().describe("0 to 1; null: nobody knows how long it is."),
    needed: z.number().nullable().describe("The share that counts as done; null: none is asked."),
    enough: z.boolean(),
  })
  .meta({ id: "Seen" });

export const seenChange = z
  .strictObject({
    stretches: stretches.describe("What was seen since it was told before."),
    position: seconds,
  })
  .meta({ id: "SeenChange" });

const noteText = z
  .string()
  .trim()
  .min(1, "A note says something")
  .max(5000, "At most 5,000 characters");

export const note = z
  .object({
    id: z.string(),
    place: z.number().nullable().describe("Where in the film, in seconds."),
    text: z.string(),
    at: z.string(),
  })
  .meta({ id: "Note" });

export const notes = z.object({ notes: z.array(note) }).meta({ id: "Notes" });

export const noteChange = z
  .strictObject({ place: seconds.nullable(), text: noteText })
  .meta({ id: "NoteChange" });

/** An answer under a question. */
const answer = z.object({
  id: z.string(),
  name: z.string(),
  staff: z.boolean().describe("By somebody of the school."),
  mine: z.boolean(),
  text: z.string(),
  at: z.string(),
  hidden: z.boolean(),
});

export const question = z
  .object({
    id: z.string(),
    name: z.string(),
    mine: z.boolean(),
    place: z.number().nullable(),
    text: z.string(),
    at: z.string(),
    waits: z.boolean().describe("Nobody of the school has answered yet."),
    hidden: z.boolean().describe("Taken out of sight by staff."),
    answers: z.array(answer),
  })
  .meta({ id: "Question" });

export const questions = z
  .object({ questions: z.array(question), next: z.string().nullable() })
  .meta({ id: "Questions" });

/** What people ask in a course, for whoever answers. */
export const asked = z
  .object({
    questions: z.array(
      question.extend({
        lesson: z.string(),
        title: z.string().describe("The lesson's."),
        enrollment: z.string().nullable(),
      }),
    ),
    waiting: z.int().describe("How many wait for an answer."),
    next: z.string().nullable(),
  })
  .meta({ id: "Asked" });

export const askedQuery = z.object({
  waits: z.literal("yes").optional().describe("Only those that nobody of the school answered."),
  after: cursor.optional(),
});

export const pageQuery = z.object({ after: cursor.optional() });

export const newQuestion = z
  .strictObject({
    place: seconds.nullable(),
    text: noteText,
    key: pressKey,
  })
  .meta({ id: "NewQuestion" });

export const newAnswer = z
  .strictObject({ text: noteText, key: pressKey })
  .meta({ id: "NewAnswer" });

export const hiding = z
  .strictObject({ answer: z.string().max(64).nullable(), hidden: z.boolean() })
  .meta({ id: "Hiding" });

export type Seen = z.infer<typeof seen>;
export type Note = z.infer<typeof note>;
export type Question = z.infer<typeof question>;
export type Questions = z.infer<typeof questions>;
export type Asked = z.infer<typeof asked>;
