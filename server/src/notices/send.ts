/** One notice on its way: once, under one identifier, and not after its time. */
import { isHeldBack } from "@dawngate/core/notices";
import { formatDate, formatInstant, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import type { Database, SchoolId } from "../db/connection";
import { schoolInMail } from "../school/in-mail";
import { readSchool } from "../school/store";
import { AddressRefused, type Mailer } from "../stand-ins/mail/mail";
import { asMail } from "./as-mail";
import { dropRefusal, putRefusal, readRefusal } from "./refused-store";
import { readToSend, setSent } from "./sent-store";
import { isStopped } from "./stops-store";

interface Parts {
  db: Database;
  mailer: Mailer;
  baseUrl: string;
  now(): Instant;
}

/**
 * Sends it; throws where the mail server does not take it now, so that it is tried again. What it refuses for good is
 * not, and neither is anything else to that address, until one is sent again by hand and taken.
 */
export async function sendNotice(
  { db, mailer, baseUrl, now }: Parts,
  { school, notice, again }: { school: string; notice: string; again?: string | undefined },
): Promise<void> {
  const id = school as SchoolId;
  const found = await db.withSchool(id, async (tx) => {
    const row = await readToSend(tx, notice);
    // Gone with its person, or sent before this server's answer was lost.
    if (!row || row.state === "sent") return null;
    const ends = (state: "late" | "stopped" | "refused", fault: string | null = null) =>
      setSent(tx, notice, { state, at: null, fault });
    if (Date.parse(row.notAfter) <= now()) {
      await ends("late");
      return null;
    }
    const { slug, time_zone } = await readSchool(tx);
    // Once more is sent whatever stood in its way: staff have asked for it.
    if (again === undefined) {
      const day = formatDate(localDateAt(zoneOf(time_zone), Date.parse(row.at) as Instant));
      if (isHeldBack(row.kind) && (await isStopped(tx, day))) {
        await ends("stopped");
        return null;
      }
      const refusal = await readRefusal(tx, row.email);
      if (refusal !== null) {
        await ends("refused", refusal);
        return null;
      }
    }
    return { ...row, slug, from: await schoolInMail(tx) };
  });
  if (!found) return;
  const { letter, from, slug } = found;
  const off = `${baseUrl}/api/schools/${slug}/told/${found.key}/off?kind=${found.kind}`;
  try {
    await mailer.send(
      {
        to: found.email,
        ...asMail(letter, from, found.name),
        // What about money cannot be turned off has no such link (RFC 8058 asks for what it says to happen).
        ...(found.mayBeOff && { unsubscribe: off }),
        // What is told of one course stands together in a mail program.
        thread: `${found.course ?? "school"}.${found.person}`,
      },
      `notice-${school}-${notice}${again === undefined ? "" : `-${Date.parse(again)}`}`,
    );
  } catch (error) {
    const fault = error instanceof Error ? error.message : String(error);
    const isRefused = error instanceof AddressRefused;
    await db.withSchool(id, async (tx) => {
      const state = isRefused ? "refused" : "failed";
      await setSent(tx, notice, { state, at: null, fault });
      if (isRefused)
        await putRefusal(tx, id, {
          address: found.email,
          says: fault,
          at: formatInstant(now()),
        });
    });
    // Trying again would not help.
    if (isRefused) return;
    throw error;
  }
  await db.withSchool(id, async (tx) => {
    await setSent(tx, notice, { state: "sent", at: formatInstant(now()), fault: null });
    if (again !== undefined) await dropRefusal(tx, found.email);
  });
}
