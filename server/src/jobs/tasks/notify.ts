/** Whoever is to be looked at for what they are told is. */
import { notifySchool } from "../../notices/notify";
import { NOTIFY } from "../../notices/tasks";
import { doing } from "./doing";

export const notify = doing(NOTIFY, ({ db }, { school, baseUrl, now, turn }) =>
  notifySchool(db, school, baseUrl, now, turn),
);
