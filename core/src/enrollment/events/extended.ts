/** Access ends later by so many days. */
import { z } from "zod";
import { planFields } from "../../plan";
import { actedKind, reason } from "./kind";

export const extended = actedKind({
  type: "extended",
  said: "Extended",
  act: {
    offer: "Extend",
    schema: z.strictObject({ type: z.literal("extended"), add: planFields.offset, reason }),
    asks: "days",
    whyNot: (_, { timeline }) =>
      timeline.access.until === null ? "Access has no end that could be extended." : null,
  },
  undo: "the end before",
});
