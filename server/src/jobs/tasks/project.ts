/** The openings of a course's people, worked out again where they do not hold. */
import type { SchoolId } from "../../db/connection";
import { projectCourse } from "../../schedule/project";
import { PROJECT } from "../../schedule/tasks";
import { doing } from "./doing";

export const project = doing(PROJECT, ({ db }, { school, course, now }) =>
  projectCourse(db, school as SchoolId, course, now),
);
