/** A course's public page. */
import type { RoomPlace } from "../ui/place";

export const PUBLIC: RoomPlace = {
  within: "course",
  name: "Page",
  href: ({ school, course }) => `/${school}/c/${course}`,
  who: "school.see",
  published: true,
};
