/** Access that was taken away is given back. */
import { actedKind, isLast, plain } from "./kind";

export const restored = actedKind({
  type: "restored",
  said: "Access given back",
  act: {
    offer: "Give access back",
    schema: plain("restored"),
    whyNot: (_, standpoint) =>
      standpoint.timeline.access.untilWhy.some(({ kind }) => kind === "revoked") ||
      isLast(standpoint, "revoked", "restored")
        ? null
        : "Their access was not taken away.",
  },
  undo: { by: "revoked", among: ["revoked", "restored"] },
});
