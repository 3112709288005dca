/** The migrations, by name, in order. They are only ever added to. */
import * as m0001 from "./0001-schools-courses-enrollments";

export const migrations = {
  "0001-schools-courses-enrollments": m0001,
};
