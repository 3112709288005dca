/** An opening by staff, taken back. */
import { isOpenedByStaff, itemOf, OPENED, onItem } from "./items";
import { actedKind } from "./kind";

export const staffOpeningTakenBack = actedKind({
  type: "staff-opening-taken-back",
  said: "Opening by staff taken back",
  act: {
    offer: "Take the opening back",
    schema: onItem("staff-opening-taken-back"),
    asks: "item",
    whyNot(asked, standpoint) {
      const item = itemOf(standpoint, asked);
      if (typeof item === "string") return item;
      return isOpenedByStaff(item) ? null : "Nothing was opened that could be taken back.";
    },
  },
  undo: { by: "opened-by-staff", among: OPENED },
});
