/** Files of people that a personnel system brings by itself, every night or at each change. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { peopleFile } from "./people-file";
import { oneLine } from "./text";

const terms = {
  name: oneLine("A name", 100).describe("Of the system, as it stands on records: Staff office."),
  cohort: planFields.id.nullable().describe("For rows that name none."),
  timeZone: planFields.timeZone.describe("For rows that name none."),
  tell: z.boolean().describe("Whoever comes in by it is written to."),
  withdraws: z
    .int("A percentage is a whole number")
    .min(1, "At least 1 percent")
    .max(100, "At most 100 percent")
    .nullable()
    .describe(
      "Whoever it has brought and a file lacks is withdrawn, at most so many in a hundred at once: of more, nobody is; null: nobody ever.",
    ),
};

export const newDelivery = z.strictObject(terms).meta({ id: "NewDelivery" });
export type NewDelivery = z.output<typeof newDelivery>;

export const madeDelivery = z
  .object({
    id: z.string(),
    key: z.string().describe("What the system sends with each file; it is told this once."),
  })
  .meta({ id: "MadeDelivery" });

/** What has become of a file that was delivered. */
export const deliveredFile = z
  .object({
    id: z.string(),
    at: z.string(),
    state: peopleFile.shape.state,
    rows: z.int(),
    fates: peopleFile.shape.fates,
    enrolled: peopleFile.shape.enrolled,
    missing: z
      .int()
      .describe("So many it had brought before are not in it, and are in the course."),
    withdrawn: z.int().describe("So many of them were withdrawn."),
    fault: z.string().nullable().describe("What stood in the way of it, or of withdrawing."),
    refused: z
      .array(z.object({ line: z.int(), reason: z.string() }))
      .describe("The first hundred rows that were refused, and why."),
  })
  .meta({ id: "DeliveredFile" });
export type DeliveredFile = z.infer<typeof deliveredFile>;

export const deliveries = z
  .object({
    deliveries: z.array(
      z.object({
        ...terms,
        id: z.string(),
        madeBy: z.string(),
        madeAt: z.string(),
        ended: z.boolean(),
        last: deliveredFile.nullable().describe("The last file it brought; null: none."),
      }),
    ),
  })
  .meta({ id: "Deliveries" });
export type Deliveries = z.infer<typeof deliveries>;
