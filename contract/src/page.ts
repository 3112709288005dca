/** Public pages as those make them who sell, and what is announced in a course. */
import { ADDRESS, type Block, blocksSchema } from "@dawngate/core/catalog";
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { typed } from "./endpoint";
import { cursor, oneLine } from "./text";

/** As it is answered: what was kept was read by the strict one. */
export const blocks = typed<Block[]>(z.array(z.object({ kind: z.string() }).loose()));

/** A page as its author keeps it. */
export const blockPage = z
  .object({
    number: z.int().describe("Counts its changes: whoever changes it says which they saw."),
    blocks: blocks.describe("As it is being edited."),
    published: blocks.describe("As visitors see it."),
    publishedAt: z.string().nullable().describe("Null: visitors see what the card says."),
    address: z.string().describe("The last part of its address."),
    earlier: z.array(z.string()).describe("Addresses it had before: they lead to this one."),
  })
  .meta({ id: "BlockPage" });
export type BlockPage = z.infer<typeof blockPage>;

export const blockPageChange = z.strictObject({
  number: z.int().min(0),
  blocks: blocksSchema,
  publish: z.boolean().default(false).describe("Visitors see it from now on."),
  address: z
    .string()
    .regex(ADDRESS, "An address is small letters, figures and hyphens, at most 60 of them")
    .optional()
    .describe("Left out: it stays as it is."),
});
export type BlockPageChange = z.input<typeof blockPageChange>;

export const announcement = z
  .object({
    id: z.string(),
    title: z.string(),
    text: z.string().describe("Markdown."),
    onPage: z.boolean().describe("Visitors read it too."),
    cohort: z.string().nullable().describe("For those in this cohort; null: for everybody in it."),
    at: z.string().describe("When it goes out, or went; until then only staff read it."),
  })
  .meta({ id: "Announcement" });
export type Announcement = z.infer<typeof announcement>;

export const newAnnouncement = z
  .strictObject({
    title: oneLine("A title"),
    text: z.string().trim().max(10_000, "An announcement has at most 10000 characters"),
    onPage: z.boolean().default(false),
    cohort: planFields.id.nullable().default(null),
    at: planFields.instant
      .nullable()
      .default(null)
      .describe("When it goes out; null: at once. What has gone out stays where it is in time."),
  })
  .refine(({ onPage, cohort }) => !onPage || cohort === null, {
    path: ["onPage"],
    message: "What is for one cohort is not for visitors",
  });

export const announcements = z.object({
  announcements: z.array(announcement).describe("The latest first."),
  next: z.string().nullable(),
});

export const announcementsQuery = z.strictObject({
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(100).default(20),
});
