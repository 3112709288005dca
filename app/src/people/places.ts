/** The place of the people of a school. */
import type { RoomPlace } from "../ui/place";

export const EVERYONE: RoomPlace = {
  within: "frame",
  name: "People",
  mark: "people",
  href: ({ school }) => `/${school}/people`,
  who: "people.see",
};
