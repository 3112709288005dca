/** What is agreed about what falls due after the purchase, and how an order stands then. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";

/** When parts are charged, and what becomes of those that cannot be. */
export const paymentTerms = z
  .strictObject({
    chargeHour: planFields.timeOfDay.describe("In the school's zone."),
    retry: z
      .array(z.int().min(1).max(60))
      .max(10, "At most ten further attempts")
      .refine((days) => days.every((day, i) => i === 0 || day > (days[i - 1] ?? 0)), {
        message: "Each attempt is later than the one before",
      })
      .describe("Days after the due day on which it is tried again."),
    grace: z.int().min(0).max(365).describe("Days after which access is suspended."),
    endAfter: z
      .int()
      .min(1)
      .max(730)
      .nullable()
      .describe("Days after which the order ends; null: never by itself."),
    refund: z
      .array(
        z.strictObject({
          kind: z.enum(["full", "unused"]),
          days: z.int().min(0).max(3650).nullable().default(null),
          progress: z.number().min(0).max(100).nullable().default(null),
          access: z.enum(["ends", "stays"]).default("ends"),
        }),
      )
      .max(10, "At most ten rules")
      .default([])
      .describe("What is given back by the terms: the first rule whose conditions hold."),
  })
  .refine(({ grace, endAfter }) => endAfter === null || endAfter > grace, {
    path: ["endAfter"],
    message: "It ends later than it is suspended",
  })
  .refine(({ retry, endAfter }) => endAfter === null || retry.every((days) => days <= endAfter), {
    path: ["retry"],
    message: "It is not tried again after it has ended",
  })
  .meta({ id: "PaymentTerms" });
export type PaymentTerms = z.output<typeof paymentTerms>;

/** As it is usual, where a school says nothing (common practice). */
export const USUAL_TERMS: PaymentTerms = {
  chargeHour: "06:00",
  retry: [1, 3, 7],
  grace: 3,
  endAfter: 30,
  refund: [{ kind: "full", days: 14, progress: null, access: "ends" }],
};

/** How an order stands that goes on after the purchase. */
export const orderStanding = z
  .enum([
    "refunded",
    "ended",
    "disputed",
    "suspended",
    "late",
    "waiting",
    "ending",
    "trial",
    "settled",
    "running",
  ])
  .meta({ id: "OrderStanding" });
export type OrderStanding = z.infer<typeof orderStanding>;
