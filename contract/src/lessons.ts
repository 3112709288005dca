/** What stands in lessons: to be read, and as their authors edit it. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";

export const lessonText = z
  .object({
    id: z.string(),
    title: z.string(),
    kind: z.string(),
    minutes: z.number().nullable(),
    text: z.string().describe("Markdown; empty where the lesson has no content yet."),
  })
  .meta({ id: "LessonText" });

export const lessonDraft = z
  .object({
    id: z.string(),
    text: z.string(),
    revision: z.int(),
    author: z.string(),
    standsIn: z
      .array(z.object({ course: z.string(), title: z.string() }))
      .describe("Other courses that hold the same lesson: what is changed here is changed there."),
  })
  .meta({ id: "LessonDraft" });

export const sharing = z
  .strictObject({ course: planFields.id.describe("The course it is put into, at the end.") })
  .meta({ id: "Sharing" });

export const draftTexts = z
  .object({
    texts: z.record(z.string(), z.string()).describe("Markdown by lesson; empty ones left out."),
  })
  .meta({ id: "DraftTexts" });

export const lessonChange = z
  .strictObject({
    text: z.string().max(500_000, "A lesson's text has at most 500,000 characters"),
    revision: z.int().min(0).describe("The revision that was changed."),
  })
  .meta({ id: "LessonChange" });

export type LessonText = z.infer<typeof lessonText>;
export type LessonDraft = z.infer<typeof lessonDraft>;
export type DraftTexts = z.infer<typeof draftTexts>;
