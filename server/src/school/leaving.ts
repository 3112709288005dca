/** Going: what a person and a school can take with them, somebody forgotten, a school deleted after a wait. */
import type { DeletedSchool, Forgotten } from "@dawngate/contract/upkeep";
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import { conflict, notFound, refusal } from "../base/problem";
import type { Database, SchoolId } from "../db/connection";
import { follow } from "../jobs/outbox";
import type { Context } from "./context";
import { inMail } from "./in-mail";
import type { Identity, Services, SignedIn } from "./kit";
import { forgetPerson, ownersOf, readPersonData, rowsOfSchool, setDeleted } from "./leaving-store";
import { readPersonOf, readSchool } from "./store";

/** So many days a deleted school can be brought back. */
export const SCHOOL_WAITS = 30;

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

/** A whole school, line by line: one JSON object a row, the table's name first (NDJSON). */
export function schoolData(db: Database, context: Context): ReadableStream<Uint8Array> {
  const lines = linesOf(db, context.school);
  const encoder = new TextEncoder();
  return new ReadableStream({
    async pull(controller) {
      const { done, value } = await lines.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await lines.return(undefined);
    },
  });
}

async function* linesOf(db: Database, school: SchoolId): AsyncGenerator<string, undefined> {
  for await (const { table, rows } of rowsOfSchool(db, school))
    yield rows.map((row) => `${JSON.stringify({ table, row })}\n`).join("");
  return undefined;
}

/** Deletes a school: gone for everybody at once, removed for good after a wait. Its owners are told. */
export async function deleteSchool(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  slug: string,
): Promise<DeletedSchool> {
  if (slug !== context.slug)
    throw refusal("Nothing was deleted.", [
      { path: "slug", reason: `Type the school's address, ${context.slug}` },
    ]);
  const removedAt = formatInstant((context.now + SCHOOL_WAITS * DAY) as Instant);
  await db.withSchool(context, async (tx) => {
    if (!(await setDeleted(tx, formatInstant(context.now))))
      throw conflict("It is deleted already.");
    const name = inMail((await readSchool(tx)).name);
    for (const to of await ownersOf(tx))
      await follow(tx, context.school, "mail", {
        to,
        subject: `The school ${name} was deleted`,
        text: `${inMail(context.who.name)} has deleted ${name}. Nobody finds it any more. On ${removedAt.slice(0, 10)} everything in it is removed for good.\n\nUntil then an owner can bring it back here:\n${baseUrl}/${context.slug}/gone\n`,
      });
    await follow(
      tx,
      null,
      "delete-school",
      { school: context.school },
      {
        after: SCHOOL_WAITS * DAY + 60_000,
      },
    );
  });
  return { removedAt };
}

/** Brings a deleted school back, as it was. */
export async function bringBack(db: Database, context: Context): Promise<void> {
  const found = await db.withSchool(context, (tx) => setDeleted(tx, null));
  if (!found) throw conflict("It is not deleted.");
}
