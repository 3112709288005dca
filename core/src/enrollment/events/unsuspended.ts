/** A suspension has ended. */
import { actedKind, isLast, plain } from "./kind";

export const unsuspended = actedKind({
  type: "unsuspended",
  said: "No longer suspended",
  act: {
    offer: "End the suspension",
    schema: plain("unsuspended"),
    whyNot: (_, standpoint) =>
      isLast(standpoint, "suspended", "unsuspended") ? null : "They are not suspended.",
  },
  undo: { by: "suspended", among: ["suspended", "unsuspended"] },
});
