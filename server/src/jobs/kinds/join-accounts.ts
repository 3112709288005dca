/** Two accounts of one person made one: what the other is and holds, school by school, then the other goes. */
import { z } from "zod";
import { joinIn } from "../../school/join-in";
import { jobKind } from "../kind";

export const joinAccounts = jobKind({
  name: "join-accounts",
  payload: z.strictObject({ into: z.string().max(200), from: z.string().max(200) }),
  tries: 8,
  atOnce: 1,
  about: () => "Two accounts of one person that are made one",
  async work({ db, accounts }, { into, from }) {
    const kept = await accounts.find(into);
    if (!kept) return;
    // Each school in a transaction of its own; one that is done finds nothing more to do.
    for (const school of await db.schoolsWith(from)) await joinIn(db, school, kept, from);
    await accounts.remove(from);
  },
});
