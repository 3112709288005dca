/** The places of a course's schedule: one person, everybody, the course as one meets it. */
import type { RoomPlace } from "../ui/place";

const side = (name: string, below: string, who: RoomPlace["who"]): RoomPlace => ({
  within: "course",
  name,
  href: ({ school, course }) => `/${school}/courses/${course}${below}`,
  who,
  published: true,
});

export const SCHEDULE = side("Schedule", "", "courses.read");
export const EVERYBODY = side("Everybody", "/everybody", "people.see");
export const REHEARSAL = side("Rehearsal", "/rehearsal", "courses.read");
