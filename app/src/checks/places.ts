/** The place of quizzes and surveys: who has tried them, what their questions are worth, what people said. */
import { PEOPLE } from "../enrollment/places";
import type { RoomPlace } from "../ui/place";

export const QUIZZES: RoomPlace = {
  within: "place",
  below: PEOPLE,
  name: "Quizzes and surveys",
  href: ({ school, course }) => `/${school}/courses/${course}/quizzes`,
  who: "people.see",
  published: true,
};
