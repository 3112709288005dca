/** Cohorts side by side. */
import { z } from "zod";

/** So many are set beside each other. */
export const MOST_COMPARED = 6;

export const compareQuery = z.strictObject({
  cohorts: z
    .string()
    .max(2000)
    .describe("Their identifiers, separated by commas; at most six.")
    .transform((text) => [...new Set(text.split(",").filter((one) => one !== ""))])
    .pipe(
      z
        .array(z.string().max(200))
        .min(1, "Say which cohorts")
        .max(MOST_COMPARED, "At most six cohorts at once"),
    ),
});

export const comparedCohorts = z
  .object({
    cohorts: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        starts: z.string(),
        ends: z.string(),
        seats: z.int().nullable(),
        people: z.int().describe("All who are or were in it."),
        here: z.int().describe("Whose access has not ended."),
        begun: z.int().describe("Who have opened something."),
        finished: z.int().describe("Who have done all that is required."),
        paused: z.int().describe("Paused or suspended."),
        waiting: z.int().describe("Who wait for a seat."),
        share: z
          .number()
          .nullable()
          .describe("How much of what is required they have done, on average, 0 to 1."),
        weeks: z
          .array(z.number())
          .describe(
            "The same at the end of each week from the first day on; empty where nothing was done, or too many are in it.",
          ),
      }),
    ),
  })
  .meta({ id: "ComparedCohorts" });

export type ComparedCohorts = z.infer<typeof comparedCohorts>;
export type ComparedCohort = ComparedCohorts["cohorts"][number];
