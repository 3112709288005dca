/** The places of checks: who has tried quizzes, what people said, and what they handed in to be looked at. */
import { PEOPLE } from "../enrollment/places";
import type { RoomPlace } from "../ui/place";

export const QUIZZES: RoomPlace = {
  within: "place",
  below: PEOPLE,
  name: "Quizzes and assignments",
  href: ({ school, course }) => `/${school}/courses/${course}/quizzes`,
  who: "people.see",
  published: true,
};

export const HANDED_IN: RoomPlace = {
  within: "school",
  name: "Handed in",
  href: ({ school }) => `/${school}/handed-in`,
  who: "submissions.review",
};
