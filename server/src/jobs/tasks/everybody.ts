/** Everybody in a course counted, where nobody else waits for it. */
import { everybodyIn } from "../../schedule/everybody";
import { EVERYBODY } from "../../schedule/tasks";
import { doing } from "./doing";

export const everybody = doing(EVERYBODY, ({ db }, { school, course, cohorts, now }) =>
  db.readSchool(school, (tx) => everybodyIn(tx, school, course, cohorts, now)),
);
