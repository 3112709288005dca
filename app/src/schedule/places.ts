/** The places of a course's schedule: one person, everybody, the course as one meets it. */
import type { RoomPlace } from "../ui/place";

export const SCHEDULE: RoomPlace = {
  within: "course",
  name: "Schedule",
  itself: "One person",
  href: ({ school, course }) => `/${school}/courses/${course}`,
  who: "courses.read",
  published: true,
};

const below = (name: string, path: string, who: RoomPlace["who"]): RoomPlace => ({
  within: "place",
  below: SCHEDULE,
  name,
  href: (at) => `${SCHEDULE.href(at)}/${path}`,
  who,
  published: true,
});

export const EVERYBODY = below("Everybody", "everybody", "people.see");
export const REHEARSAL = below("Rehearsal", "rehearsal", "courses.read");
