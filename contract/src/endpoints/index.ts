/** All endpoints, room by room. */
import { catalog } from "./catalog";
import { courses } from "./courses";
import { covers } from "./covers";
import { enrollment } from "./enrollment";
import { me } from "./me";
import { review } from "./review";
import { schedule } from "./schedule";
import { school } from "./school";
import { staff } from "./staff";
import { upkeep } from "./upkeep";

export const ROOMS = {
  catalog,
  courses,
  covers,
  enrollment,
  me,
  review,
  schedule,
  school,
  staff,
  upkeep,
};
