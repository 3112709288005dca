/** What was received, earned, and is still due, month by month. */
import { z } from "zod";

const month = z.string().regex(/^\d{4}-(0[1-9]|1[0-2])$/, "A month is such as 2027-03");

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
        months: z.array(incomeMonth),
      }),
    ),
    orders: z.int().describe("So many orders it comes from."),
  })
  .meta({ id: "Income" });
export type Income = z.infer<typeof income>;
