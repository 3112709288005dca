/** What an import brings: a plan file, and what a plan file has no place for: names, addresses, texts. */
import { blocksSchema } from "@dawngate/core/catalog";
import { courseCard } from "@dawngate/core/courses";
import { planFields } from "@dawngate/core/plan";
import { taxSettingsSchema } from "@dawngate/core/sales";
import { z } from "zod";
import { catalogPlace } from "./courses";
import { listingState, offer } from "./sales";
import { slug } from "./school";
import { mailAddress, personName } from "./text";

export const importExtras = z.strictObject({
  school: z.strictObject({
    slug,
    name: z.string().min(1).max(200),
    tax: taxSettingsSchema.nullable().default(null),
  }),
  cohorts: z
    .record(z.string(), z.string().min(1).max(200))
    .describe("The name of each cohort, by its identifier."),
  people: z.array(
    z.strictObject({
      id: z.string().min(1).max(200),
      name: personName,
      email: mailAddress,
      enrollments: z.array(z.string()).describe("Their enrollments in the plan."),
    }),
  ),
  reasons: z
    .record(z.string(), z.string())
    .default({})
    .describe("Why staff did something: by enrollment and event type, as e1/extended."),
  pages: z
    .record(
      z.string(),
      z.strictObject({
        description: z.string().max(20_000).default(""),
        card: courseCard,
        catalog: catalogPlace.default("unlisted"),
        blocks: blocksSchema
          .optional()
          .describe("What it is made of; left out: what the card says."),
      }),
    )
    .default({})
    .describe("What the public page of a course says, by course."),
  listings: z
    .array(
      z.strictObject({
        id: planFields.id,
        state: listingState,
        offer,
        blocks: blocksSchema.optional().describe("What its public page is made of."),
      }),
    )
    .max(1000)
    .default([])
    .describe("What is put on sale."),
});

export type ImportExtras = z.infer<typeof importExtras>;

/** A whole import. `texts` are Markdown, by `course/lesson`. The plan is parsed by the core's own door. */
export interface ImportRequest {
  plan: unknown;
  extras: unknown;
  texts: Record<string, string>;
}
