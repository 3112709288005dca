/** Opened for somebody before its time. */
import { itemOf, OPENED, onItem } from "./items";
import { actedKind } from "./kind";

export const openedByStaff = actedKind({
  type: "opened-by-staff",
  said: "Opened early by staff",
  act: {
    offer: "Open something early",
    schema: onItem("opened-by-staff"),
    asks: "item",
    whyNot(asked, standpoint) {
      const item = itemOf(standpoint, asked);
      if (typeof item === "string") return item;
      return item.state === "open" ? "It is open for them." : null;
    },
  },
  undo: { by: "staff-opening-taken-back", among: OPENED },
});
