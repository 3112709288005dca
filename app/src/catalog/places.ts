/** A course's public page. */
import type { RoomPlace } from "../ui/place";

export const PUBLIC: RoomPlace = {
  within: "course",
  name: "Public page",
  href: ({ school, course }) => `/${school}/c/${course}`,
  who: "school.see",
  published: true,
};
