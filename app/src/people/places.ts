/** The places of the people of a school, and of what it asks about them. */
import type { RoomPlace } from "../ui/place";

export const EVERYONE: RoomPlace = {
  within: "frame",
  name: "People",
  mark: "people",
  href: ({ school }) => `/${school}/people`,
  who: "people.see",
};

export const OWN_FIELDS: RoomPlace = {
  within: "school",
  name: "Own fields",
  href: ({ school }) => `/${school}/fields`,
  who: "fields.change",
};
