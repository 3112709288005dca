/** The places of selling: of the school, and of a course. */
import type { RoomPlace } from "../ui/place";

export const SALES: RoomPlace = {
  within: "frame",
  name: "Sales",
  mark: "sales",
  href: ({ school }) => `/${school}/sales`,
  who: "sales.see",
};

export const COURSE_SALES: RoomPlace = {
  within: "course",
  name: "Sales",
  href: ({ school, course }) => `/${school}/courses/${course}/sales`,
  who: "sales.see",
  published: true,
};
