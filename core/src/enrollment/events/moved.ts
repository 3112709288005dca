/** Moved to another cohort, or out of any. */
import { z } from "zod";
import { planFields } from "../../plan";
import { actedKind, reason } from "./kind";

export const moved = actedKind({
  type: "moved",
  said: "Moved",
  setsUp: true,
  act: {
    offer: "Move to another cohort",
    schema: z.strictObject({
      type: z.literal("moved"),
      cohort: planFields.id.nullable(),
      reason,
    }),
    asks: "cohort",
    whyNot({ cohort }, { enrollment, seatsLeft }) {
      if (enrollment.cohort === cohort) return "They are there already.";
      return seatsLeft !== null && seatsLeft < 1 ? "No seat is left in that cohort." : null;
    },
  },
  undo: "the cohort before",
});
