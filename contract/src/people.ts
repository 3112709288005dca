/** The people a school knows: what is on record about one, and forgetting them. */
import { z } from "zod";
import { shelf } from "./enrollment";
import { byAnswer, rosterPerson, standing } from "./roster";
import { cursor } from "./text";

export const forgetting = z
  .strictObject({
    reason: z.string().trim().min(1, "Say why; it stays on the record").max(2000),
  })
  .meta({ id: "Forgetting" });

export const forgotten = z
  .object({
    kept: z
      .array(z.object({ what: z.string(), why: z.string() }))
      .describe("What stays, and why it must."),
  })
  .meta({ id: "Forgotten" });

export const everyoneQuery = z.strictObject({
  find: z.string().trim().max(100, "At most 100 characters").optional(),
  ...byAnswer,
  interest: z
    .string()
    .trim()
    .min(1)
    .max(200)
    .optional()
    .describe("Only those who are, or were, in a course of this subject."),
  after: cursor.optional().describe("The page begins after where the one before ended."),
  most: z.coerce.number<number>().int().min(1).max(200).default(50),
});

export const everyone = z
  .object({
    people: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        email: z.string(),
        courses: z
          .array(
            z.object({
              enrollment: z.string(),
              course: z.string(),
              title: z.string(),
              standing,
              until: z.string().nullable(),
              holds: z
                .boolean()
                .describe("How they stand is known; false: it is being worked out."),
            }),
          )
          .describe("The newest of what they hold."),
        number: z.int().describe("How many courses they hold."),
        answers: rosterPerson.shape.answers,
      }),
    ),
    subjects: z
      .array(z.string())
      .describe("With the first page: of the school's courses, to narrow the list by; else none."),
    next: z.string().nullable(),
  })
  .meta({ id: "Everyone" });

export const someone = z
  .object({ id: z.string(), name: z.string(), email: z.string(), timeZone: z.string() })
  .extend(shelf.pick({ courses: true }).shape)
  .extend({
    interests: z
      .array(z.string())
      .describe("The subjects of the courses they are, or were, in; of most courses first."),
  })
  .meta({ id: "Someone" });

export type Everyone = z.infer<typeof everyone>;
export type Someone = z.infer<typeof someone>;
export type Forgotten = z.infer<typeof forgotten>;
