/** What happens in a school these days, and what needs somebody. */
import { z } from "zod";

export const HAPPENS = [
  "begins",
  "opens",
  "due",
  "closes",
  "ends",
  "cohort-starts",
  "cohort-ends",
] as const;

export const today = z
  .object({
    at: z.string().describe("When it was counted."),
    timeZone: z.string().describe("The school's zone, in which days are counted."),
    day: z.string().describe("Today there."),
    days: z.array(
      z.object({ day: z.string(), openings: z.int().describe("Of all people together.") }),
    ),
    happens: z.array(
      z.object({
        kind: z.enum(HAPPENS),
        day: z.string(),
        at: z.string().describe("The earliest instant of it on that day."),
        course: z.string(),
        courseTitle: z.string(),
        item: z.string().nullable(),
        title: z.string().describe("The item's title, the course's, or the cohort's name."),
        people: z.int(),
      }),
    ),
    more: z.int().describe("So many more of them are not listed."),
    needs: z.array(
      z.object({
        kind: z.enum([
          "snag",
          "empty",
          "suspended",
          "late",
          "quiet",
          "remarks",
          "asked",
          "handed-in",
          "at-the-door",
          "unpaid",
          "disputed",
          "transfers",
          "excess",
          "told-wrong",
          "not-taken",
          "refused",
          "work",
        ]),
        course: z.string().nullable(),
        title: z.string(),
        says: z.string(),
        number: z.int(),
      }),
    ),
    first: z
      .object({
        contact: z.boolean().describe("The school says how it is reached."),
        calendar: z.boolean().describe("Its closed days are known."),
        course: z.boolean().describe("A course was made."),
        published: z.boolean(),
        people: z.boolean().describe("Somebody is in a course."),
      })
      .nullable()
      .describe("What is done of what comes before the first person; null: that is over."),
    launch: z
      .object({
        course: z.string(),
        title: z.string(),
        window: z.object({ opens: z.string(), closes: z.string() }).nullable(),
        listing: z.string().nullable().describe("A listing it is in."),
      })
      .nullable()
      .describe("A published course while the school has hardly anybody in it: to be tried."),
  })
  .meta({ id: "Today" });

export const foundQuery = z.strictObject({
  find: z.string().trim().min(1, "Say what you look for").max(100, "At most 100 characters"),
});

export const found = z
  .object({
    found: z.array(
      z.object({
        kind: z.enum(["course", "module", "lesson", "cohort", "person"]),
        course: z.string(),
        id: z.string().describe("Of the thing itself; of a person the enrollment."),
        title: z.string(),
        says: z.string().describe("Where it stands."),
        published: z.boolean().describe("Its course is published."),
      }),
    ),
  })
  .meta({ id: "Found" });

export type Found = z.infer<typeof found>["found"][number];
export type Today = z.infer<typeof today>;
export type Happens = Today["happens"][number];
export type Need = Today["needs"][number];
