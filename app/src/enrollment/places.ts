/** The places of people in courses: a course's people and cohorts, and one's own shelf. */
import type { RoomPlace } from "../ui/place";

export const PEOPLE: RoomPlace = {
  within: "course",
  name: "People",
  itself: "In the course",
  href: ({ school, course }) => `/${school}/courses/${course}/people`,
  who: "people.see",
  published: true,
};

/** Who asks to come in, and who waits for a seat. */
export const DOOR: RoomPlace = {
  within: "place",
  below: PEOPLE,
  name: "Asking and waiting",
  href: ({ school, course }) => `/${school}/courses/${course}/door`,
  who: "people.enroll",
  published: true,
};

export const COHORTS: RoomPlace = {
  within: "course",
  name: "Cohorts",
  href: ({ school, course }) => `/${school}/courses/${course}/cohorts`,
  who: "courses.read",
  published: true,
};

export const QUESTIONS: RoomPlace = {
  within: "course",
  name: "Questions",
  href: ({ school, course }) => `/${school}/courses/${course}/questions`,
  who: "questions.answer",
  published: true,
};

export const SHELF: RoomPlace = {
  within: "frame",
  name: "Shelf",
  mark: "shelf",
  href: ({ school }) => `/${school}/shelf`,
  who: "learners",
};

export const DATES: RoomPlace = {
  within: "frame",
  name: "Dates",
  mark: "dates",
  href: ({ school }) => `/${school}/dates`,
  who: "learners",
};
