/** Money that goes back. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";

export const REFUND_POLICIES = ["terms", "withdrawal", "full", "unused", "amount"] as const;

const refundShape = {
  policy: z.enum(REFUND_POLICIES).default("terms"),
  course: planFields.id.optional().describe("This course alone; left out: the whole order."),
  access: z.enum(["ends", "stays"]).optional().describe("Left out: as the rule says."),
};

/** What is asked to be given back. */
export const refundQuery = z.strictObject({
  ...refundShape,
  amount: z.coerce.number<number>().int().min(1).max(1_000_000_000_000).optional(),
});

/** What a refund would come to; or has. */
export const refundAnswer = z
  .object({
    rule: z.enum(["full", "unused", "amount", "none"]),
    amount: z.int().describe("Given back in money."),
    tax: z.int(),
    off: z.int().describe("Set off against parts that are not paid yet."),
    access: z.enum(["ends", "stays"]),
    currency: z.string(),
    payments: z.array(z.object({ charge: z.string(), part: z.int(), amount: z.int() })),
    withdrawal: z.object({
      lastDay: z.string(),
      open: z.boolean(),
      endedBy: z.enum(["company", "place", "begun", "time"]).nullable(),
    }),
    partner: z
      .object({ name: z.string(), before: z.int(), after: z.int() })
      .nullable()
      .describe("What a partner has earned by it, before and after; null: nobody brought it."),
    fault: z.string().nullable().describe("Why it cannot be asked for like this."),
  })
  .meta({ id: "Refund" });
export type RefundAnswer = z.infer<typeof refundAnswer>;

const seenRefund = z
  .strictObject({ amount: z.int(), off: z.int() })
  .describe("What was seen: where it is another by now, it is asked again.");

export const newRefund = z.strictObject({
  key: z.string().min(8).max(100).describe("The same for the same press."),
  ...refundShape,
  amount: z.int().min(1).optional(),
  seen: seenRefund,
});

/** A payment that paid nothing, given back whole. */
export const excessBack = z.strictObject({ charge: z.string().min(1).max(100) });

/** The buyer gives it back by law. */
export const newWithdrawal = z.strictObject({
  secret: z.string().max(200).optional(),
  seen: seenRefund,
});
