/** All places, in the order in which they are drawn. A room's places are said in its own `places.ts`. */
import type { Permission } from "@dawngate/contract/permissions";
import { ANNOUNCEMENTS, PAGE } from "../catalog/places";
import { HANDED_IN, QUIZZES } from "../checks/places";
import { COURSES, EDIT } from "../courses/places";
import { COHORTS, DATES, DOOR, PEOPLE, QUESTIONS, SHELF } from "../enrollment/places";
import { LIBRARY } from "../lessons/places";
import { NOTICES } from "../notices/places";
import { EVERYONE, OWN_FIELDS } from "../people/places";
import { REMARKS } from "../review/places";
import { COURSE_SALES, SALES } from "../sales/places";
import { EVERYBODY, REHEARSAL, SCHEDULE } from "../schedule/places";
import { ME, RECORD, SETTINGS, STAFF, UPKEEP } from "../school/places";
import { TODAY } from "../today/places";
import type { RoomPlace, Within } from "../ui/place";

export const PLACES: readonly RoomPlace[] = [
  TODAY,
  COURSES,
  EVERYONE,
  SALES,
  SETTINGS,
  STAFF,
  OWN_FIELDS,
  NOTICES,
  HANDED_IN,
  LIBRARY,
  RECORD,
  UPKEEP,
  SHELF,
  DATES,
  ME,
  EDIT,
  SCHEDULE,
  EVERYBODY,
  REHEARSAL,
  PEOPLE,
  DOOR,
  QUIZZES,
  COHORTS,
  QUESTIONS,
  COURSE_SALES,
  PAGE,
  ANNOUNCEMENTS,
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

/** Those that are seen by permission alone, as all places of a school and of a course are. */
export function staffPlaces(
  within: Within,
  may: (permission: Permission) => boolean,
  unpublished = false,
): RoomPlace[] {
  return placesFor(
    within,
    (who) => who !== "learners" && who !== "signed-in" && may(who),
    unpublished,
  );
}
