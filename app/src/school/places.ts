/** The places of a school itself, and one's own. */
import type { RoomPlace } from "../ui/place";

const side = (name: string, below: string, who: RoomPlace["who"]): RoomPlace => ({
  within: "school",
  name,
  href: ({ school }) => `/${school}/${below}`,
  who,
});

export const SETTINGS = side("Settings", "settings", "school.change");
export const STAFF = side("Staff", "staff", "staff.see");
export const RECORD = side("Record of changes", "record", "record.read");
export const UPKEEP = side("Upkeep", "upkeep", "jobs.see");

export const ME: RoomPlace = {
  within: "frame",
  name: "Me",
  mark: "me",
  href: ({ school }) => `/${school}/me`,
  who: "signed-in",
};
