/** A course's public page, as one makes it, and what is announced. */
import type { RoomPlace } from "../ui/place";

export const PAGE: RoomPlace = {
  within: "course",
  name: "Page",
  itself: "The page",
  href: ({ school, course }) => `/${school}/courses/${course}/page`,
  who: "courses.read",
  published: true,
};

export const ANNOUNCEMENTS: RoomPlace = {
  within: "place",
  below: PAGE,
  name: "Announcements",
  href: ({ school, course }) => `/${school}/courses/${course}/announcements`,
  who: "courses.read",
};
