/** These days of a school counted, where nobody else waits for it. */
import { countToday } from "../../today/count";
import { TODAY } from "../../today/tasks";
import { doing } from "./doing";

export const today = doing(TODAY, ({ db }, { school, ...asked }) =>
  db.readSchool(school, (tx) => countToday(tx, school, asked)),
);
