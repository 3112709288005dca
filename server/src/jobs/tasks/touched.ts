/** A page of those whom a change would touch. */
import { touchedOf } from "../../review/change";
import { TOUCHED } from "../../review/tasks";
import { doing } from "./doing";

export const touched = doing(TOUCHED, ({ db }, { school, now, change, after }) =>
  db.readSchool(school, (tx) => touchedOf({ tx, school, now }, change, after)),
);
