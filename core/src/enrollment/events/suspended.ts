/** A suspension: access is shut, and its days run on. */
import { actedKind, isLast, plain } from "./kind";

export const suspended = actedKind({
  type: "suspended",
  said: "Suspended",
  act: {
    offer: "Suspend",
    schema: plain("suspended"),
    whyNot: (_, standpoint) =>
      isLast(standpoint, "suspended", "unsuspended") ? "They are suspended already." : null,
  },
  undo: { by: "unsuspended", among: ["suspended", "unsuspended"] },
});
