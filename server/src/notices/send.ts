/** One notice on its way: once, under one identifier, and not after its time. */
import { formatInstant, type Instant } from "@dawngate/core/time";
import { writeLetter } from "../base/letter";
import type { Database, SchoolId } from "../db/connection";
import { inMail, schoolInMail } from "../school/in-mail";
import { readSchool } from "../school/store";
import type { Mailer } from "../stand-ins/mail/mail";
import { readToSend, setSent } from "./sent-store";

interface Parts {
  db: Database;
  mailer: Mailer;
  baseUrl: string;
  now(): Instant;
}

/** Sends it; throws where the mail server does not take it, so that it is tried again. */
export async function sendNotice(
  { db, mailer, baseUrl, now }: Parts,
  { school, notice, again }: { school: string; notice: string; again?: string | undefined },
): Promise<void> {
  const id = school as SchoolId;
  const found = await db.withSchool(id, async (tx) => {
    const row = await readToSend(tx, notice);
    // Gone with its person, or sent before this server's answer was lost.
    if (!row || row.state === "sent") return null;
    if (Date.parse(row.notAfter) <= now()) {
      await setSent(tx, notice, { state: "late", at: null, fault: null });
      return null;
    }
    const { slug } = await readSchool(tx);
    return { ...row, slug, from: await schoolInMail(tx) };
  });
  if (!found) return;
  const { letter, from, slug } = found;
  const { button, ...says } = letter;
  const off = `${baseUrl}/api/schools/${slug}/told/${found.key}/off?kind=${found.kind}`;
  try {
    await mailer.send(
      {
        to: found.email,
        ...writeLetter({
          ...says,
          from,
          greeting: `Hello ${inMail(found.name)},`,
          ...(button && { button }),
        }),
        // What about money cannot be turned off has no such link (RFC 8058 asks for what it says to happen).
        ...(found.mayBeOff && { unsubscribe: off }),
        // What is told of one course stands together in a mail program.
        thread: `${found.course ?? "school"}.${found.person}`,
      },
      `notice-${school}-${notice}${again === undefined ? "" : `-${Date.parse(again)}`}`,
    );
  } catch (error) {
    const fault = error instanceof Error ? error.message : String(error);
    await db.withSchool(id, (tx) =>
      setSent(tx, notice, { state: "failed", at: null, fault: fault.slice(0, 1000) }),
    );
    throw error;
  }
  await db.withSchool(id, (tx) =>
    setSent(tx, notice, { state: "sent", at: formatInstant(now()), fault: null }),
  );
}
