/** Files: every picture, film, sound and document of a school, each known by its bytes. */
import { fileId } from "@dawngate/core/lessons";
import { z } from "zod";

/** A file as it is kept. */
export const keptFile = z
  .object({
    id: fileId,
    name: z.string().describe("What it was called by whoever brought it."),
    type: z.string().describe("Its media type, by its first bytes."),
    bytes: z.int(),
    seconds: z.number().nullable().describe("Its length, where it has one and says it."),
    width: z.int().nullable().describe("In pixels."),
    height: z.int().nullable(),
    pages: z.int().nullable(),
  })
  .meta({ id: "KeptFile" });

/** A file, and where whoever was told of it may read it for a time. */
export const shownFile = keptFile
  .extend({ url: z.string().describe("Where it is read; holds for some hours, for this reader.") })
  .meta({ id: "ShownFile" });

/** What was brought in pieces (tus 1.0), to be kept as a file. */
export const broughtFile = z
  .strictObject({
    upload: z
      .string()
      .regex(/^[0-9a-f]{32}$/)
      .describe("The last part of the upload's address."),
    name: z.string().trim().min(1).max(255).describe("What the file is called."),
  })
  .meta({ id: "BroughtFile" });

/** By what a file is read: for whom, until when, and the sign that says so. */
export const fileQuery = z.object({
  for: z.string().max(64),
  until: z.coerce.number<string>().int().min(0).max(9_999_999_999),
  sign: z.string().max(64),
  save: z.literal("yes").optional().describe("To be saved instead of shown."),
});

export type KeptFile = z.infer<typeof keptFile>;
export type ShownFile = z.infer<typeof shownFile>;
