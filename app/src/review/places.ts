/** The place of a course's remarks. */
import type { RoomPlace } from "../ui/place";

export const REMARKS: RoomPlace = {
  within: "course",
  name: "Remarks",
  href: ({ school, course }) => `/${school}/courses/${course}/remarks`,
  who: "remarks.write",
};
