/** A school removed for good, after the wait that its owner was told of. */
import { z } from "zod";
import { jobKind } from "../kind";

/** So many days a deleted school can be brought back. */
export const SCHOOL_WAITS = 30;

export const deleteSchool = jobKind({
  name: "delete-school",
  payload: z.strictObject({ school: z.uuid() }),
  tries: 5,
  atOnce: 1,
  about: () => "A school to be removed",
  async work({ db, dropFiles }, { school }) {
    await db.deleteSchool(school, SCHOOL_WAITS);
    // Its files go once nothing names them any more: also where this was interrupted before.
    await dropFiles(school);
  },
});
