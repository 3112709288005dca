/** The last day of access, set by staff. */
import { z } from "zod";
import { planFields } from "../../plan";
import { actedKind, reason } from "./kind";

export const endSet = actedKind({
  type: "end-set",
  said: "Last day set",
  act: {
    offer: "Set the last day",
    schema: z.strictObject({ type: z.literal("end-set"), through: planFields.localDate, reason }),
    asks: "date",
    whyNot: () => null,
  },
  undo: "the end before",
});
