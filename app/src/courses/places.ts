/** The places of courses: their list, and a course's outline. */
import type { RoomPlace } from "../ui/place";

export const COURSES: RoomPlace = {
  within: "frame",
  name: "Courses",
  mark: "courses",
  href: ({ school }) => `/${school}/courses`,
  who: "courses.read",
};

export const EDIT: RoomPlace = {
  within: "course",
  name: "Outline",
  href: ({ school, course }) => `/${school}/courses/${course}/edit`,
  who: "courses.edit",
};
