/** Notices on their way: each once, under one identifier, and not after its time. */
import { formatInstant, type Instant, zoneOf } from "@dawngate/core/time";
import type { Letter } from "../base/letter";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { schoolInMail } from "../school/in-mail";
import { readSchool } from "../school/store";
import { AddressRefused, type Mailer } from "../stand-ins/mail/mail";
import { asMail } from "./as-mail";
import { heldBackOf } from "./held-back";
import { dropRefusal, putRefusal } from "./refused-store";
import { readToSend, setSent, type ToSend } from "./sent-store";

interface Parts {
  db: Database;
  mailer: Mailer;
  baseUrl: string;
  now(): Instant;
}

/** So many in a row that are not taken: the mail server is away, and is not asked for the rest. */
const AWAY = 3;

/**
 * Sends them; throws where the mail server does not take some now, so that those are tried again. What it refuses for
 * good is not, and neither is anything else to that address, until one is sent `again` by hand and taken.
 */
export async function sendNotices(
  parts: Parts,
  {
    school,
    notices,
    again,
  }: { school: string; notices: readonly string[]; again?: string | undefined },
): Promise<void> {
  const id = school as SchoolId;
  const { ready, ...from } = await parts.db.withSchool(id, (tx) =>
    readyToSend(tx, notices, parts.now(), again !== undefined),
  );
  const faults: unknown[] = [];
  let away = 0;
  for (const one of ready) {
    if (away === AWAY) break;
    try {
      await sendOne(parts, id, from, one, again);
      away = 0;
    } catch (error) {
      faults.push(error);
      away++;
    }
  }
  if (faults.length > 0) throw faults[0];
}

/** Those that go out now; where others end is written down. */
async function readyToSend(
  tx: SchoolTransaction,
  notices: readonly string[],
  now: Instant,
  isAgain: boolean,
) {
  // Some are gone with their person, or were sent before this server's answer was lost.
  const rows = (await readToSend(tx, notices)).filter(({ state }) => state !== "sent");
  const { slug, time_zone } = await readSchool(tx);
  const held = await heldBackOf(tx, zoneOf(time_zone), rows);
  const ends = (row: ToSend) => {
    if (Date.parse(row.notAfter) <= now) return "late";
    // Once more is sent whatever stood in its way: staff have asked for it.
    if (isAgain) return null;
    if (held.has(row)) return "stopped";
    return row.refusal === null ? null : "refused";
  };
  const ready: ToSend[] = [];
  for (const row of rows) {
    const state = ends(row);
    if (state === null) ready.push(row);
    else
      await setSent(tx, row.id, {
        state,
        at: null,
        fault: state === "refused" ? row.refusal : null,
      });
  }
  return { ready, slug, by: await schoolInMail(tx) };
}

/** Sends one, and writes down what came of it. */
async function sendOne(
  { db, mailer, baseUrl, now }: Parts,
  school: SchoolId,
  { slug, by }: { slug: string; by: Letter["from"] },
  one: ToSend,
  again: string | undefined,
): Promise<void> {
  const off = `${baseUrl}/api/schools/${slug}/told/${one.key}/off?kind=${one.kind}`;
  try {
    await mailer.send(
      {
        to: one.email,
        ...asMail(one.letter, by, one.name),
        // What about money cannot be turned off has no such link (RFC 8058 asks for what it says to happen).
        ...(one.mayBeOff && { unsubscribe: off }),
        // What is told of one course stands together in a mail program.
        thread: `${one.course ?? "school"}.${one.person}`,
      },
      `notice-${school}-${one.id}${again === undefined ? "" : `-${Date.parse(again)}`}`,
    );
  } catch (error) {
    const fault = error instanceof Error ? error.message : String(error);
    const isRefused = error instanceof AddressRefused;
    await db.withSchool(school, async (tx) => {
      const state = isRefused ? "refused" : "failed";
      await setSent(tx, one.id, { state, at: null, fault });
      if (isRefused)
        await putRefusal(tx, school, { address: one.email, says: fault, at: formatInstant(now()) });
    });
    // Trying again would not help.
    if (isRefused) return;
    throw error;
  }
  await db.withSchool(school, async (tx) => {
    await setSent(tx, one.id, { state: "sent", at: formatInstant(now()), fault: null });
    if (again !== undefined) await dropRefusal(tx, one.email);
  });
}
