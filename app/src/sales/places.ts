/** The place of selling. */
import type { RoomPlace } from "../ui/place";

export const SALES: RoomPlace = {
  within: "frame",
  name: "Sales",
  mark: "sales",
  href: ({ school }) => `/${school}/sales`,
  who: "sales.see",
};
