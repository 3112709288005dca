/** A module, a lesson or the course is finished: ticked by the person, or recorded by staff. */
import { onItem } from "./items";
import { actedKind } from "./kind";

export const completed = actedKind({
  type: "completed",
  said: "Finished",
  isTheirOwn: true,
  act: {
    offer: "Record it as finished",
    schema: onItem("completed"),
    asks: "item",
    whyNot: () => null,
  },
});
