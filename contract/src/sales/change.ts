/** A subscription changed to another way to pay: what it comes to, seen before it is done. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";

const money = z.object({ amount: z.int(), tax: z.int() });

/** The other ways there are, and what changing to each comes to at this instant. */
export const changes = z
  .object({
    ways: z
      .array(
        z.object({
          option: z.string(),
          every: z.string(),
          amount: z.int().describe("What a period costs, once nothing reduces it."),
          now: z
            .object({
              credit: money.describe("What is left of the running period."),
              asks: money.describe("What is charged for it, to the card on file."),
              next: z.string().describe("The day on which the next period begins."),
            })
            .nullable()
            .describe("At once; null: it waits for the period's end."),
          atEnd: z.object({ on: z.string(), price: money }),
        }),
      )
      .max(50),
    fault: z.string().nullable().describe("Why nothing can be changed now; null: it can."),
  })
  .meta({ id: "WayChanges" });
export type WayChanges = z.infer<typeof changes>;

export const wayChange = z.strictObject({
  secret: z.string().max(200).optional(),
  option: planFields.id,
  when: z.enum(["now", "period-end"]),
  seen: z
    .strictObject({ amount: z.int() })
    .describe("What was seen to be charged: where it is another by now, it is asked again."),
});
export type WayChange = z.input<typeof wayChange>;

/** Another price for those who pay already, told them before it holds. */
export const announcedPrices = z
  .object({
    number: z.int().describe("The listing as it is kept: whoever announces says which they saw."),
    earliest: z
      .string()
      .describe("The first day from which a price can hold that is announced now."),
    counted: z.int().describe("So many orders are counted; there may be more."),
    ways: z
      .array(
        z.object({
          option: z.string(),
          amount: z.int().describe("What new buyers pay for a period."),
          inside: z.int().describe("So many orders run in this way."),
          others: z.boolean().describe("It was sold at another price before."),
          announced: z
            .object({
              from: z.string(),
              at: z.string(),
              isThis: z.boolean().describe("It was the price that new buyers pay now."),
            })
            .nullable()
            .describe("What was announced to them last; null: nothing."),
        }),
      )
      .max(50),
  })
  .meta({ id: "AnnouncedPrices" });
export type AnnouncedPrices = z.infer<typeof announcedPrices>;

export const priceAnnouncing = z
  .strictObject({
    option: planFields.id,
    from: z.iso
      .date()
      .nullable()
      .describe(
        "From their first payment on this day or later they pay it; null: what was announced is taken back.",
      ),
    number: z.int().describe("The listing as it was seen."),
  })
  .meta({ id: "AnnouncePriceRequest" });
