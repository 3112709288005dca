/** The place of the school's materials. */
import type { RoomPlace } from "../ui/place";

export const LIBRARY: RoomPlace = {
  within: "school",
  name: "Library",
  href: ({ school }) => `/${school}/library`,
  who: "courses.edit",
};
