/** A school removed for good, after the wait that its owner was told of. */
import { z } from "zod";
import { SCHOOL_WAITS } from "../../school/leaving";
import { jobKind } from "../kind";

export const deleteSchool = jobKind({
  name: "delete-school",
  payload: z.strictObject({ school: z.uuid() }),
  tries: 5,
  atOnce: 1,
  about: () => "A school to be removed",
  async work({ db }, { school }) {
    await db.deleteSchool(school, SCHOOL_WAITS);
  },
});
