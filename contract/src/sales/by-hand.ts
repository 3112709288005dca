/** Orders that staff write for somebody, to be paid by transfer, at once or in parts, and marked as paid by hand. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { mailAddress, personName } from "../text";
import { buyerPlace } from "./buying";
import { billing } from "./documents";

export const orderByHand = z
  .strictObject({
    key: z.string().min(8).max(100).describe("The same for the same press."),
    listing: planFields.id,
    option: planFields.id.describe("A way to pay at once, or in parts."),
    seats: z.int().min(1).max(10_000).default(1),
    codes: z.array(z.string().max(60)).max(20).default([]),
    seen: z
      .strictObject({ total: z.int() })
      .describe("What was seen to be due: where it is another by now, it is asked again."),
    name: personName,
    email: mailAddress,
    timeZone: planFields.timeZone.describe("The buyer's."),
    billing: billing.optional(),
    ...buyerPlace,
    payBy: planFields.localDate.describe(
      "The last day on which it, or its first part, is to be paid, in the school's zone; the others follow from it.",
    ),
  })
  .meta({ id: "OrderByHand" });
export type OrderByHand = z.input<typeof orderByHand>;

export const markedPaid = z.strictObject({
  part: z.int().min(1).max(1000).default(1).describe("Of an order in parts: which one was paid."),
  on: planFields.localDate.describe("The day on which the money came, in the school's zone."),
  note: z.string().trim().max(300, "A note has at most 300 characters").default(""),
});
export type MarkedPaid = z.input<typeof markedPaid>;
