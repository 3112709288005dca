/** A pause has ended: what it took comes back. */
import { actedKind, plain } from "./kind";

export const resumed = actedKind({
  type: "resumed",
  said: "Resumed",
  act: {
    offer: "End the pause",
    schema: plain("resumed"),
    whyNot: (_, { timeline }) =>
      timeline.access.shutBy === "pause" ? null : "No pause runs that could end.",
  },
});
