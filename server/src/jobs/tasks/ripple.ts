/** What a change would do to everybody it touches. */
import { rippleOf } from "../../review/change";
import { RIPPLE } from "../../review/tasks";
import { doing } from "./doing";

export const ripple = doing(RIPPLE, ({ db }, { school, now, change }, onProgress) =>
  db.readSchool(school, (tx) => rippleOf({ tx, school, now, onProgress }, change)),
);
