/** What a person can take with them, and somebody forgotten. */
import type { Forgotten } from "@dawngate/contract/people";
import { formatInstant } from "@dawngate/core/time";
import { conflict, notFound } from "../base/problem";
import type { Database } from "../db/connection";
import { follow } from "../jobs/outbox";
import type { Context } from "../school/context";
import type { Identity, SignedIn } from "../school/kit";
import { readPersonOf, readSchool } from "../school/store";
import { forgetPerson, readPersonData } from "./leaving-store";

/** Everything a school has on record about one of its people. */
export async function personData(db: Database, context: Context, person: string): Promise<unknown> {
  return db.readSchool(context, async (tx) => {
    const data = await readPersonData(tx, person);
    if (!data) throw notFound(`There is no person "${person}" in this school.`);
    return { dawnGatePerson: 1, takenAt: formatInstant(context.now), schools: [data] };
  });
}

/** Everything that is on record about oneself: the account, and one's data in every school. */
export async function ownData(
  { db, identity }: { db: Database; identity: Identity },
  { account, now }: SignedIn,
): Promise<unknown> {
  const { accounts } = identity;
  const schools = [];
  for (const school of await db.schoolsWith(account.id))
    schools.push(
      await db.readSchool(school, async (tx) => {
        const person = await readPersonOf(tx, account.id);
        return person === null
          ? { school: (await readSchool(tx)).name, staff: true }
          : readPersonData(tx, person);
      }),
    );
  return {
    dawnGatePerson: 1,
    takenAt: formatInstant(now),
    account: {
      name: account.name,
      email: account.email,
      sessions: await accounts.sessions(account.id),
      passkeys: await accounts.passkeys(account.id),
    },
    schools,
  };
}

/**
 * Forgets somebody: their name, their address, the reasons given about them and what changed of them go. Their
 * enrollments stay, as figures without a name.
 */
export async function forget(db: Database, context: Context, person: string): Promise<Forgotten> {
  return db.withSchool(context, async (tx) => {
    const data = await readPersonData(tx, person);
    if (!data) throw notFound(`There is no person "${person}" in this school.`);
    if (data.staff)
      throw conflict("They are on the staff. Take them off the staff first, then forget them.");
    const account = await forgetPerson(tx, person);
    if (account) await follow(tx, null, "forget-account", { account });
    return {
      kept: [
        {
          what: "Enrollments, with what happened in them and when, under no name",
          why: "Seats, figures of a cohort and what a course has done stay right",
        },
        {
          what: "That changes were made, when and by whom, without what they said about this person",
          why: "The record of changes has to show that nothing was taken out of it",
        },
        {
          what: "Their account, where another school knows them",
          why: "It is theirs, not this school's; they can ask there",
        },
      ],
    };
  });
}
