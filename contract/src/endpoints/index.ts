/** All endpoints, room by room. */
import { assignments } from "./assignments";
import { byHand } from "./by-hand";
import { catalog } from "./catalog";
import { checks } from "./checks";
import { compare } from "./compare";
import { courses } from "./courses";
import { covers } from "./covers";
import { deliveries } from "./deliveries";
import { devices } from "./devices";
import { documents } from "./documents";
import { enrollment } from "./enrollment";
import { files } from "./files";
import { incomeEndpoints } from "./income";
import { learning } from "./learning";
import { lessons } from "./lessons";
import { me } from "./me";
import { notices } from "./notices";
import { ownFieldEndpoints } from "./own-fields";
import { partnerEndpoints } from "./partners";
import { people } from "./people";
import { peopleFile } from "./people-file";
import { reminders } from "./reminders";
import { review } from "./review";
import { rosterViewEndpoints } from "./roster-views";
import { sales } from "./sales";
import { schedule } from "./schedule";
import { school } from "./school";
import { staff } from "./staff";
import { statements } from "./statements";
import { today } from "./today";
import { upkeep } from "./upkeep";
import { waysIn } from "./ways-in";
import { year } from "./year";

export const ROOMS = {
  school,
  me,
  staff,
  upkeep,
  people,
  "own-fields": ownFieldEndpoints,
  courses,
  covers,
  files,
  lessons,
  schedule,
  enrollment,
  income: incomeEndpoints,
  learning,
  "ways-in": waysIn,
  "people-file": peopleFile,
  deliveries,
  "roster-views": rosterViewEndpoints,
  year,
  compare,
  review,
  reminders,
  sales,
  documents,
  "by-hand": byHand,
  partners: partnerEndpoints,
  checks,
  assignments,
  catalog,
  notices,
  devices,
  statements,
  today,
};
