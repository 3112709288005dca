/** A pause: access is shut, and no day of it is lost. */
import { actedKind, plain } from "./kind";

export const paused = actedKind({
  type: "paused",
  said: "Paused",
  act: {
    offer: "Pause",
    schema: plain("paused"),
    whyNot: (_, { timeline }) =>
      timeline.access.shutBy === "pause" ? "A pause runs already." : null,
  },
  undo: { by: "resumed", among: ["paused", "resumed"] },
});
