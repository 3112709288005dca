/** What was received, earned, and is still due, month by month. */
import { z } from "zod";
import { cursor, month } from "../text";

export const incomeQuery = z.strictObject({
  from: month.optional().describe("The first month; left out: eleven before this one."),
  to: month.optional().describe("The last month; left out: six after this one."),
});

const figures = {
  month: z.string(),
  received: z
    .int()
    .describe("Net of tax, in the smallest unit; what was given back counts against it."),
  due: z.int().describe("What falls due in it and is not paid."),
  earned: z.int().describe("What was taught or used of it, by days of access."),
  deferred: z.int().describe("Received and not earned yet, at its end."),
};
export const incomeMonth = z.object(figures);
export type IncomeMonth = z.infer<typeof incomeMonth>;

/** The orders behind the figures of a month, or of a part of it. */
export const incomeOrdersQuery = z.strictObject({
  month,
  by: z
    .enum(["listing", "course", "cohort", "partner", "renewed"])
    .optional()
    .describe("By what it is parted."),
  of: z
    .string()
    .max(200)
    .optional()
    .describe(
      "Which listing, course, cohort or partner; empty: orders in no cohort, by no partner. Of renewals yes or no.",
    ),
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(100).default(30),
});

export const incomeOrders = z.object({
  orders: z.array(
    z.object({
      order: z.string(),
      name: z.string(),
      title: z.string(),
      received: figures.received,
      due: figures.due,
      earned: figures.earned,
      deferred: figures.deferred,
    }),
  ),
  next: z.string().nullable().describe("A page can be short, or empty, and not the last."),
});
export type IncomeOrders = z.infer<typeof incomeOrders>;

export const income = z
  .object({
    at: z.string().describe("It was worked out at this instant."),
    currency: z.string(),
    thisMonth: z.string(),
    months: z.array(
      z.object({ ...figures, tax: z.int(), dueTax: z.int().describe("Tax in what is due.") }),
    ),
    rows: z.array(
      z.object({
        listing: z.object({ id: z.string(), title: z.string() }),
        course: z.object({ id: z.string(), title: z.string() }),
        cohort: z.object({ id: z.string(), name: z.string() }).nullable(),
        partner: z
          .object({ id: z.string(), name: z.string() })
          .nullable()
          .describe("By whose link they came; null: by nobody's."),
        renewed: z.boolean().describe("Whoever was in stayed longer by it."),
        months: z.array(incomeMonth),
      }),
    ),
    usual: z
      .object({
        due: z
          .int()
          .describe("What of parts after the purchase fell due in a year, but for the last month."),
        unpaid: z.int().describe("What of it was not paid."),
      })
      .describe("What usually fails, net of tax."),
    orders: z.int().describe("So many orders it comes from."),
    behind: z
      .int()
      .describe("What happened lately to so many orders is not in it yet; it comes by itself."),
    unread: z
      .array(z.string())
      .describe("Orders that cannot be read, and are not in it: twenty at the most."),
  })
  .meta({ id: "Income" });
export type Income = z.infer<typeof income>;
