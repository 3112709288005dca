/** "Remind me": whoever leaves an address is told when a window opens, and forgotten. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { mailAddress } from "./text";

/** Whose window it is: a course's, a cohort's, or a listing's. */
export const door = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("course"), course: planFields.id }),
  z.strictObject({ kind: z.literal("cohort"), course: planFields.id, cohort: planFields.id }),
  z.strictObject({ kind: z.literal("listing"), listing: planFields.id }),
]);
export type Door = z.infer<typeof door>;

export const newReminder = z.strictObject({
  door,
  email: mailAddress.optional().describe("Left out: that of whoever is signed in."),
});

export const reminderAsked = z.object({
  confirmed: z.boolean().describe("Nothing is left to do; else a mail asks whether they want it."),
});

const secret = z.string().max(200);
export const reminderQuery = z.strictObject({ secret });

/** A reminder as whoever has its link meets it. */
export const reminder = z
  .object({
    title: z.string(),
    school: z.string(),
    opens: z.string().nullable().describe("When it opens; null: it has opened, or is over."),
    timeZone: z.string().describe("The school's, in which it opens."),
    path: z.string().describe("Where one comes in, below the school's address."),
    confirmed: z.boolean(),
  })
  .meta({ id: "Reminder" });
export type Reminder = z.infer<typeof reminder>;
