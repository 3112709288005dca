/** What ends when: whose access runs out, month by month, and the income that hangs on it. */
import { z } from "zod";
import { cursor, month } from "../text";

const endingMonth = z.object({
  month: z.string(),
  people: z.int().describe("So many people's access ends in it."),
  hangs: z
    .int()
    .describe(
      "What comes in if all of them renew, each at today's price; of what was cancelled: what it cost them a period. In the smallest unit, with its tax.",
    ),
});
export type EndingMonth = z.infer<typeof endingMonth>;

export const ending = z
  .object({
    at: z.string().describe("It was looked at at this instant."),
    currency: z.string(),
    months: z.array(z.string()).max(60).describe("From this month on."),
    rows: z.array(
      z.object({
        listing: z
          .object({ id: z.string(), title: z.string() })
          .nullable()
          .describe("By which they are in; null: they have not bought it."),
        cancelled: z.boolean().describe("A subscription that was cancelled, and runs out."),
        price: z
          .int()
          .nullable()
          .describe("What one of them pays who renews today; null: it cannot be renewed."),
        months: z.array(endingMonth).max(60).describe("Those in which somebody's access ends."),
      }),
    ),
  })
  .meta({ id: "Ending" });
export type Ending = z.infer<typeof ending>;

export const endingPeopleQuery = z.strictObject({
  month,
  listing: z.string().max(200).optional().describe("Empty: those who have not bought it."),
  cancelled: z.enum(["true", "false"]).optional(),
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(100).default(30),
});

export const endingPeople = z.object({
  people: z.array(
    z.object({
      id: z.string().describe("Of this end, in the list."),
      person: z.string(),
      name: z.string(),
      title: z.string().describe("Of the course, or the membership."),
      until: z.string(),
      cancelled: z.boolean(),
      order: z.string().nullable(),
    }),
  ),
  next: z.string().nullable(),
});
export type EndingPeople = z.infer<typeof endingPeople>;
