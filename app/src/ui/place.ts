/** Places one can go to: each is said by its room, in a file `places.ts`; the frame draws them. */
import type { Permission } from "@dawngate/contract/permissions";
import type { PlaceMarkName } from "./place-mark";

/** Where a place stands: in the frame itself, among the sides of a school, among a course's, or below another place. */
export type Within = "frame" | "school" | "course" | "place";

export interface RoomPlace {
  within: Within;
  name: string;
  /** What is drawn beside its name in the frame. */
  mark?: PlaceMarkName;
  /** What it is called beside the places below it. */
  itself?: string;
  /** The place it stands below. */
  below?: RoomPlace;
  /** Its address, in a school and, where it is a course's, in that. */
  href(at: { school: string; course: string }): string;
  /** Who sees it: by a permission, whoever learns here, or whoever is signed in. */
  who: Permission | "learners" | "signed-in";
  /** There is none before the course is published. */
  published?: true;
}
