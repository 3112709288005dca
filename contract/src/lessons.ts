/** What stands in lessons: to be read, and as their authors edit it. */
import { fileId, LICENSE_NAMES, lessonPart } from "@dawngate/core/lessons";
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { shownFile } from "./files";

const materialFields = {
  title: z.string().trim().min(1, "A material has a title").max(200),
  author: z.string().trim().max(200),
  description: z.string().trim().max(2000),
  license: z.enum(LICENSE_NAMES).describe("As SPDX names it; own: all rights reserved."),
  file: fileId,
  download: z.boolean().describe("Whether it may be taken along, or only be read on the page."),
};

/** Something of the school's library that goes with lessons. */
export const material = z.object({ id: z.string(), ...materialFields }).meta({ id: "Material" });

export const materialChange = z.strictObject(materialFields).meta({ id: "MaterialChange" });

/** What stands in a lesson, for whoever may read it. */
export const lessonContent = z.object({
  text: z.string().describe("Markdown; empty where nothing is written yet."),
  part: lessonPart.nullable().describe("What it shows beside the text, by its kind."),
  materials: z.array(material),
  files: z.record(z.string(), shownFile).describe("The files it shows, by their names."),
});

export const lessonText = lessonContent
  .extend({
    id: z.string(),
    title: z.string(),
    kind: z.string(),
    minutes: z.number().nullable(),
  })
  .meta({ id: "LessonText" });

export const lessonDraft = z
  .object({
    id: z.string(),
    text: z.string(),
    revision: z.int(),
    author: z.string(),
    part: lessonPart.nullable(),
    materials: z.array(material),
    partRevision: z.int().describe("Counts the changes of its part and materials."),
    files: z.record(z.string(), shownFile),
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

/** The part and the materials of a lesson, on top of those one saw. */
export const partChange = z
  .strictObject({
    part: lessonPart.nullable(),
    materials: z.array(z.string().max(64)).max(50, "A lesson has at most 50 materials"),
    partRevision: z.int().min(0).describe("The revision that was changed."),
  })
  .meta({ id: "PartChange" });

export const partKept = z
  .object({
    part: lessonPart.nullable(),
    materials: z.array(material),
    partRevision: z.int(),
    files: z.record(z.string(), shownFile),
  })
  .meta({ id: "PartKept" });

/** A page of the library, by title. */
export const library = z
  .object({
    materials: z.array(
      material.extend({ shown: shownFile, usedIn: z.int().describe("In so many lessons.") }),
    ),
    next: z.string().nullable(),
  })
  .meta({ id: "Library" });

export const libraryQuery = z.object({
  find: z.string().max(100).optional(),
  after: z.string().max(500).optional(),
});

/** The texts that stood in a lesson, the newest first: who wrote each, when, and how long it is. */
export const textRevisions = z
  .object({
    revisions: z.array(
      z.object({
        number: z.int(),
        author: z.string(),
        at: z.string(),
        characters: z.int(),
      }),
    ),
    next: z
      .int()
      .nullable()
      .describe("Before which number the next page begins; null: it is the last."),
  })
  .meta({ id: "TextRevisions" });

export const revisionsQuery = z.object({
  before: z.coerce.number<number>().int().min(1).max(2_147_483_647).optional(),
});

/** A text as it stood. */
export const textRevision = z
  .object({
    number: z.int(),
    author: z.string(),
    at: z.string(),
    text: z.string(),
    files: z.record(z.string(), shownFile),
  })
  .meta({ id: "TextRevision" });

export type LessonContent = z.infer<typeof lessonContent>;
export type Material = z.infer<typeof material>;
export type MaterialChange = z.infer<typeof materialChange>;
export type TextRevisions = z.infer<typeof textRevisions>;
export type TextRevision = z.infer<typeof textRevision>;
export type PartKept = z.infer<typeof partKept>;
export type Library = z.infer<typeof library>;
export type LessonText = z.infer<typeof lessonText>;
export type LessonDraft = z.infer<typeof lessonDraft>;
export type DraftTexts = z.infer<typeof draftTexts>;
