/** The year: all cohorts and windows of a school on one calendar. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { cursor } from "./text";

export const yearQuery = z.strictObject({
  from: planFields.localDate.describe("The first day that is shown."),
  through: planFields.localDate.describe("The last day that is shown, at most three years later."),
  after: cursor.optional().describe("Where the page before ended."),
});

const window = z.object({ opens: z.string(), closes: z.string() });

export const year = z
  .object({
    courses: z.array(
      z.object({
        id: z.string(),
        title: z.string(),
        published: z.boolean(),
        window: window.nullable().describe("Of a course that is taken without cohorts."),
        cohorts: z
          .array(
            z.object({
              id: z.string(),
              name: z.string(),
              window: window.nullable(),
              starts: z.string(),
              ends: z.string(),
              grace: z.int().nullable(),
              seats: z.int().nullable(),
              people: z.int().describe("Whose access has not ended; of an instructor's own alone."),
              waiting: z.int(),
              leaders: z.array(z.string()).describe("Who leads it, by name."),
              listed: z.boolean().describe("Visitors meet it."),
            }),
          )
          .describe("Those that run, or take people, in these days."),
        sales: z
          .array(z.object({ listing: z.string(), title: z.string(), window }))
          .describe("What it is sold in for a time."),
      }),
    ),
    next: z.string().nullable(),
  })
  .meta({ id: "Year" });

export type Year = z.infer<typeof year>;
export type YearCourse = Year["courses"][number];
export type YearCohort = YearCourse["cohorts"][number];
