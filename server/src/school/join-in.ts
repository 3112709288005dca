/** Two accounts made one, in one school. */
import type { Database, SchoolId } from "../db/connection";
import { system } from "../db/who";
import { joinMembers, joinPeople } from "./joining-store";

/** What another account is and holds in one school, taken over; done once or twice, it is the same. */
export async function joinIn(
  db: Database,
  school: SchoolId,
  into: { id: string; name: string; email: string },
  from: string,
): Promise<void> {
  await db.withSchool(
    { school, who: { ...system("join-accounts"), name: into.name } },
    async (tx) => {
      await joinMembers(tx, into, from);
      await joinPeople(tx, into.id, from);
    },
  );
}
