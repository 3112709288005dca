/** The account of somebody who was forgotten, where no other school knows it. */
import { z } from "zod";
import { jobKind } from "../kind";

export const forgetAccount = jobKind({
  name: "forget-account",
  payload: z.strictObject({ account: z.string().max(200) }),
  tries: 5,
  atOnce: 1,
  about: () => "The account of somebody who was forgotten",
  async work({ db, accounts }, { account }) {
    if ((await db.schoolsWith(account)).length === 0) await accounts.remove(account);
  },
});
