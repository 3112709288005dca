/** Going: what a school can take with it, and a school deleted after a wait. */

import type { DeletedSchool } from "@dawngate/contract/upkeep";
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import { conflict, refusal } from "../base/problem";
import type { Database, SchoolId } from "../db/connection";
import { SCHOOL_WAITS } from "../jobs/kinds/delete-school";
import { follow } from "../jobs/outbox";
import type { Context } from "./context";
import { inMail } from "./in-mail";
import type { Services } from "./kit";
import { ownersOf, rowsOfSchool, setDeleted } from "./leaving-store";
import { readSchool } from "./store";

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
