/** A check is passed: reported by it, or recorded by staff. */
import { onItem } from "./items";
import { actedKind } from "./kind";

export const passed = actedKind({
  type: "passed",
  said: "Passed",
  act: {
    offer: "Record a pass",
    schema: onItem("passed"),
    asks: "item",
    whyNot: ({ item }, { timeline }) =>
      timeline.items.find(({ id }) => id === item)?.kind === "module"
        ? "A module is not passed, a lesson is."
        : null,
  },
});
