/** Views of rosters that staff keep by a name: whom they show, and in what order. */
import { planFields } from "@dawngate/core/plan";
import { z } from "zod";
import { OTHER_COURSE, ROSTER_ORDERS, rosterStanding } from "./roster";
import { oneLine } from "./text";

/** One keeps at most so many, and so does the school for all. */
export const MOST_VIEWS = 50;

const terms = {
  standing: rosterStanding.nullable().describe("Null: everybody."),
  answer: z
    .strictObject({ field: planFields.id, says: z.string().max(500) })
    .nullable()
    .describe("What one of the school's own fields says of them; null: whatever it says."),
  other: z
    .strictObject({ course: planFields.id, is: z.enum(OTHER_COURSE) })
    .nullable()
    .default(null)
    .describe("How they stand to another course; null: whatever else they are in."),
  order: z.enum(ROSTER_ORDERS),
};

export const newRosterView = z
  .strictObject({
    name: oneLine("A view's name", 60),
    shared: z.boolean().describe("For all staff; owners and managers alone keep such."),
    ...terms,
  })
  .meta({ id: "NewRosterView" });

export const rosterViews = z
  .object({
    views: z
      .array(z.object({ id: z.string(), name: z.string(), shared: z.boolean(), ...terms }))
      .describe("One's own and those for all, by name."),
  })
  .meta({ id: "RosterViews" });

export type RosterView = z.infer<typeof rosterViews>["views"][number];
export type NewRosterView = z.output<typeof newRosterView>;
