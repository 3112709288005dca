/** The link of an order for several people: whoever has it takes a seat. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { mailAddress, personName } from "../text";
import { firstDates, memberOf } from "./buying";

/** The secret of the link. */
const secret = z.string().max(200);

/** Told once; a new one takes the place of the one before. */
export const seatLink = z.object({
  address: z.string().describe("Where a seat is taken. It is told this once."),
});

export const seatOfferedQuery = z.strictObject({
  secret,
  timeZone: planFields.timeZone.optional(),
});

/** A seat as whoever has the link meets it. */
export const seatOffered = z
  .object({
    title: z.string(),
    from: z.string().describe("Whose seats they are: a company, or whoever bought them."),
    schoolName: z.string(),
    left: z.int().describe("So many are free."),
    courses: firstDates,
    membership: memberOf.nullable().describe("Null: it is courses."),
    isIn: z.boolean().describe("Whoever is signed in has all of it, and needs no seat."),
    enrollment: z
      .string()
      .nullable()
      .describe(
        "Their way into its first course; null: they would take a seat, or it is a membership.",
      ),
  })
  .meta({ id: "SeatOffered" });
export type SeatOffered = z.infer<typeof seatOffered>;

export const seatWanted = z.strictObject({
  secret,
  person: z
    .strictObject({ name: personName, email: mailAddress })
    .nullable()
    .describe("Who takes it; null: whoever is signed in."),
  timeZone: planFields.timeZone.optional(),
});

export const seatTaken = z.object({
  mailed: z.boolean().describe("The way in was sent to the address given."),
  enrollment: z
    .string()
    .nullable()
    .describe("The way in of whoever is signed in; null: it is in the mail, or on their shelf."),
});
