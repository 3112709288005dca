/** All places, in the order in which they are drawn. A room's places are said in its own `places.ts`. */
import { PUBLIC } from "../catalog/places";
import { COURSES, EDIT } from "../courses/places";
import { COHORTS, PEOPLE, SHELF } from "../enrollment/places";
import { REMARKS } from "../review/places";
import { EVERYBODY, REHEARSAL, SCHEDULE } from "../schedule/places";
import { ME, RECORD, SETTINGS, STAFF, UPKEEP } from "../school/places";
import type { RoomPlace, Within } from "../ui/place";

export const PLACES: readonly RoomPlace[] = [
  COURSES,
  SHELF,
  ME,
  SETTINGS,
  STAFF,
  RECORD,
  UPKEEP,
  EDIT,
  SCHEDULE,
  EVERYBODY,
  REHEARSAL,
  PEOPLE,
  COHORTS,
  PUBLIC,
  REMARKS,
];

/** The places of one kind that somebody may see. */
export function placesFor(
  within: Within,
  may: (who: RoomPlace["who"]) => boolean,
  unpublished = false,
): RoomPlace[] {
  return PLACES.filter(
    (place) => place.within === within && may(place.who) && !(place.published && unpublished),
  );
}
