/** A course split into parts that are sold singly and together. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { oneLine, pressKey } from "../text";

const sold = {
  title: oneLine("A title", 200),
  amount: z
    .int("An amount is a whole number of minor units")
    .min(0, "An amount cannot be negative")
    .max(1_000_000_000_000)
    .describe("What it costs once, in minor units of the school's currency."),
};

export const newParts = z.strictObject({
  key: pressKey.describe("Of the press: sent twice, it splits once."),
  parts: z
    .array(z.strictObject({ ...sold, first: planFields.id.describe("The module that begins it.") }))
    .min(2, "A course is split into two parts or more")
    .max(20, "At most 20 parts"),
  together: z
    .strictObject(sold)
    .nullable()
    .describe("All parts at one price; null: each by itself alone."),
});
export type NewParts = z.input<typeof newParts>;

export const partsMade = z
  .object({
    parts: z.array(z.object({ course: z.string(), listing: z.string(), title: z.string() })),
    together: z.string().nullable().describe("The listing of all parts."),
    loosened: z
      .array(z.object({ item: z.string(), from: z.string() }))
      .describe("Rows that counted from something of another part: without that moment now."),
  })
  .meta({ id: "PartsMade" });
export type PartsMade = z.infer<typeof partsMade>;
