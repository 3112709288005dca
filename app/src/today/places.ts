/** The place of today. */
import type { RoomPlace } from "../ui/place";

export const TODAY: RoomPlace = {
  within: "frame",
  name: "Today",
  mark: "today",
  href: ({ school }) => `/${school}/today`,
  who: "courses.read",
};
