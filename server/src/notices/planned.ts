/** Letters that go out later: written when their instant has come, by whoever wrote them as far as they may then. */
import type { PlannedLetter } from "@dawngate/contract/letters";
import type { Instant } from "@dawngate/core/time";
import { notFound } from "../base/problem";
import type { Database, SchoolId } from "../db/connection";
import { follow } from "../jobs/outbox";
import { type Context, findContext } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { writeToPeople } from "./letter-to";
import { deletePlanned, listPlanned, readPlanned } from "./planned-store";

type Parts = Pick<Services, "db">;

/** Whoever sees notices sees all of them, everybody else their own. */
const whose = (context: Context): string | null =>
  context.may("notices.see") ? null : (context.account?.id ?? "");

export const showPlanned = (
  { db }: Parts,
  context: Context,
): Promise<{ letters: PlannedLetter[] }> =>
  reading(db, context, async (tx) => ({ letters: await listPlanned(tx, whose(context)) }));

export async function dropPlanned(
  { db }: Parts,
  context: Context,
  id: string,
): Promise<{ done: true }> {
  const dropped = await db.withSchool(context, (tx) => deletePlanned(tx, id, whose(context)));
  if (!dropped) throw notFound("This letter has gone out, or was taken back already.");
  return { done: true };
}

interface Writing {
  db: Database;
  baseUrl: string;
  accounts: {
    find(id: string): Promise<{ id: string; name: string; email: string } | null | undefined>;
  };
  now(): Instant;
}

export interface LetterPart {
  school: string;
  letter: string;
  /** Where the part before ended. */
  after?: string | undefined;
}

/** @returns what writes a planned letter, so many people at a time; one that was taken back is not written */
export function letterWriter(parts: Writing): (part: LetterPart) => Promise<void> {
  const { db, now } = parts;
  return async ({ school, letter, after }) => {
    const id = school as SchoolId;
    const found = await db.withSchool(id, async (tx) => {
      const planned = await readPlanned(tx, letter);
      return planned && { planned, slug: (await readSchool(tx)).slug };
    });
    if (!found) return;
    const { course, whom, subject, text, account } = found.planned;
    const context = await authorOf(parts, found.slug, account, now());
    // It stays where it waits: staff find the failure, and take it back or write it themselves.
    if (!context?.may("people.act") || !context.reaches(course))
      throw new Error(
        `“${subject}” was not sent: ${found.planned.author} may not write to these people any more`,
      );
    const words = { subject, text, key: letter, look: false };
    const { next } = await writeToPeople(parts, context, course, { ...whom, ...words, after });
    await db.withSchool(id, async (tx) => {
      if (next === null) await deletePlanned(tx, letter);
      else await follow(tx, id, "write-letter", { school, letter, after: next });
    });
  };
}

/** Whoever wrote it, as what they are in the school by now; null: they have no account any more. */
async function authorOf(
  { db, accounts }: Writing,
  slug: string,
  account: string,
  now: Instant,
): Promise<Context | null> {
  const found = await accounts.find(account);
  if (!found) return null;
  const who = { ...found, session: "", strong: true };
  const actorIn = async () => {
    const actor = await db.findActor(slug, who.id, who.email);
    return actor && { account: who, actor };
  };
  return findContext({ db, identity: { actorIn } }, slug, new Headers(), now);
}
