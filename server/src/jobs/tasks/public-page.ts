/** A course's public page, whose people are many. */
import { publicCourseFor } from "../../catalog/service";
import { PUBLIC_PAGE } from "../../catalog/tasks";
import { doing } from "./doing";

export const publicPage = doing(PUBLIC_PAGE, ({ db }, { school, course, knocks, now }) =>
  db.readSchool(school, (tx) => publicCourseFor(tx, school, course, knocks, now)),
);
