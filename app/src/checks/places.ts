/** The place of quizzes: who has tried them, and what their questions are worth. */
import { PEOPLE } from "../enrollment/places";
import type { RoomPlace } from "../ui/place";

export const QUIZZES: RoomPlace = {
  within: "place",
  below: PEOPLE,
  name: "Quizzes",
  href: ({ school, course }) => `/${school}/courses/${course}/quizzes`,
  who: "people.see",
  published: true,
};
