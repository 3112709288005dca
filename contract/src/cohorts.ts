/** Cohorts: what one is made of, those made from an earlier one, and where one meets. */
import { gateSchema, planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { oneLine, shortText } from "./text";

const window = z
  .strictObject({ opens: planFields.localDate, closes: planFields.localDate })
  .refine(({ opens, closes }) => opens <= closes, {
    path: ["closes"],
    message: "The window closes before it opens; the closing date is the last day, included",
  });

/** What a cohort is made of, beside its gates. */
const cohortTerms = {
  name: oneLine("A cohort's name", 200),
  window: window.nullable(),
  starts: planFields.localDate,
  ends: planFields.localDate,
  grace: z.int().min(0).max(100_000).nullable(),
  seats: z.int("Seats are a whole number").min(0).max(100_000).nullable(),
};

/** Where a cohort meets; left out: as it was. */
const meets = {
  place: shortText("A place", 200).optional().describe("For everybody to read; empty: none."),
  link: z
    .union([
      z.literal(""),
      z
        .url({ protocol: /^https?$/, error: "An address such as https://meet.example.org/rye" })
        .max(500, "At most 500 characters"),
    ])
    .optional()
    .describe("Where it meets in the browser, for those who are in it; empty: nowhere."),
};

const inOrder = ({ starts, ends }: { starts: string; ends: string }) => starts <= ends;
const outOfOrder = { path: ["ends"], message: "The cohort ends before it starts" };

export const newCohort = z
  .strictObject({ ...cohortTerms, ...meets })
  .refine(inOrder, outOfOrder)
  .meta({ id: "NewCohort" });

/** Cohorts made from an earlier one, in one go. */
export const nextCohorts = z
  .strictObject({
    cohorts: z
      .array(
        z
          .strictObject({ ...cohortTerms, gates: z.record(planFields.id, gateSchema.nullable()) })
          .refine(inOrder, outOfOrder),
      )
      .min(1)
      .max(40, "At most 40 cohorts at once"),
    leaders: z.boolean().describe("Led by whoever leads the earlier one."),
    lessons: z
      .boolean()
      .default(false)
      .describe(
        "Modules and lessons that only the earlier one has among others, the next ones have too: in the draft, once it is published.",
      ),
    close: z.boolean().describe("Nobody comes into the earlier one but by staff any more."),
    hide: z.boolean().describe("Visitors do not meet the earlier one any more."),
    reopen: z
      .boolean()
      .default(false)
      .describe("Where the earlier one is closed or off the page: the next ones are not."),
    key: z.string().min(8).max(64).describe("Made for each press: the same press counts once."),
  })
  .meta({ id: "NextCohorts" });

export const madeCohorts = z
  .object({ cohorts: z.array(z.object({ id: z.string(), name: z.string() })) })
  .meta({ id: "MadeCohorts" });

export const cohortGate = z
  .strictObject({
    item: planFields.id,
    gate: gateSchema
      .nullable()
      .optional()
      .describe("The cohort's own gate for the item; null: none; left out: the course's again."),
  })
  .meta({ id: "CohortGate" });

export type CohortGate = z.infer<typeof cohortGate>;
export type NewCohort = z.infer<typeof newCohort>;
export type NextCohorts = z.infer<typeof nextCohorts>;
export type MadeCohorts = z.infer<typeof madeCohorts>;
