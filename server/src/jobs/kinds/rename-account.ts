/** Somebody is called otherwise: as a person and on the staff of every school they belong to. */
import { z } from "zod";
import { renameAccount } from "../../people/store";
import { jobKind } from "../kind";

export const renameEverywhere = jobKind({
  name: "rename-account",
  payload: z.strictObject({ account: z.string().max(200) }),
  tries: 8,
  atOnce: 1,
  about: () => "Somebody's new name, in the schools they belong to",
  async work({ db, accounts }, { account }) {
    // As they are called now: of two names given one after the other the last one holds.
    const found = await accounts.find(account);
    if (!found) return;
    for (const school of await db.schoolsWith(account))
      await db.withSchool(school, (tx) => renameAccount(tx, account, found.name));
  },
});
