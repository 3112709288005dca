/** The place of what people are told. */
import type { RoomPlace } from "../ui/place";

export const NOTICES: RoomPlace = {
  within: "school",
  name: "Notices",
  href: ({ school }) => `/${school}/notices`,
  who: "notices.see",
};
