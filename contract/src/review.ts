/** Publishing, and what it does to the people who are in already. */
import { z } from "zod";

const instant = z.string().nullable();

export const personRipple = z.object({
  enrollment: z.string(),
  name: z.string(),
  clock: z.string().describe("The zone in which their days are counted."),
  gains: z.array(z.string()).describe("Items that they could open now and could not."),
  loses: z.array(z.string()).describe("Items that they can open now and could not any more."),
  moves: z.array(
    z.object({
      item: z.string(),
      what: z.enum(["opens", "closes", "due"]),
      before: instant.describe("Null: no date, or no end."),
      after: instant,
    }),
  ),
  appears: z.array(z.string()),
  goes: z.array(z.string()),
  end: z.object({ before: instant, after: instant }).nullable(),
});

export const rippleAnswer = z
  .object({
    at: z.string(),
    version: z.int().nullable().describe("The version in force; null: none yet."),
    sequence: z
      .int()
      .describe("The draft as it was looked at, by the number of its last operation."),
    totals: z.object({
      people: z.int(),
      touched: z.int(),
      gains: z.int(),
      loses: z.int(),
      later: z.int(),
      earlier: z.int(),
      endsEarlier: z.int(),
      endsLater: z.int(),
    }),
    groups: z.array(z.object({ people: z.int(), example: personRipple })),
    people: z
      .array(personRipple)
      .describe("Who is touched, at most 200: who loses something first, then who gains."),
  })
  .meta({ id: "Ripple" });

export const publishing = z.object({
  people: z
    .enum(["everybody", "new-only"])
    .default("everybody")
    .describe("For everybody, or for new enrollments only: people in it keep what they have."),
  over: z.coerce
    .number()
    .int()
    .optional()
    .describe("The version that was in force when its ripple was looked at; another is refused."),
});

export type RippleAnswer = z.infer<typeof rippleAnswer>;
export type PersonRipple = z.infer<typeof personRipple>;
export type PublishingWay = "everybody" | "new-only";
