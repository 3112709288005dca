/** Access is taken away. */
import { actedKind, isLast, plain } from "./kind";

export const revoked = actedKind({
  type: "revoked",
  said: "Withdrawn",
  act: {
    offer: "Withdraw",
    schema: plain("revoked"),
    whyNot: (_, standpoint) =>
      isLast(standpoint, "revoked", "restored") ? "They are withdrawn already." : null,
  },
  undo: { by: "restored", among: ["revoked", "restored"] },
});
