/**
 * "Remind me": asked for on a page before its window opens, confirmed by a mail (nobody signs up somebody else), told
 * once when it opens, and forgotten. Whoever is signed in has proven their address.
 */
import { randomBytes } from "node:crypto";
import type {
  Door,
  newReminder,
  Reminder,
  reminderAsked,
  reminderQuery,
} from "@dawngate/contract/reminders";
import { type Language, spokenIn, writtenIn } from "@dawngate/core/notices";
import { LANGUAGES, languageFor } from "@dawngate/core/notices/languages";
import { formatInstant } from "@dawngate/core/time";
import type { z } from "zod";
import { writeLetter } from "../base/letter";
import { conflict, notFound, refusal } from "../base/problem";
import { digestOf, newSecret } from "../base/secret";
import type { SchoolTransaction } from "../db/connection";
import { follow } from "../jobs/outbox";
import type { Context } from "../school/context";
import { inMail, schoolInMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { readSchool } from "../school/store";
import { type DoorNow, doorNow } from "./door";
import { lookLater } from "./later";
import {
  deleteReminder,
  insertReminder,
  type ReminderRow,
  readAsked,
  readReminder,
  updateReminder,
} from "./store";

type Parts = Pick<Services, "db" | "baseUrl">;
type Secret = z.infer<typeof reminderQuery>;

/** An address that has just been written to is not written to again at once. */
const BETWEEN_MAILS = 10 * 60_000;

export async function askReminder(
  { db, baseUrl }: Parts,
  context: Context,
  { door, email: said }: z.infer<typeof newReminder>,
): Promise<z.infer<typeof reminderAsked>> {
  const { account, now } = context;
  const email = (said ?? account?.email)?.toLowerCase();
  if (email === undefined)
    throw refusal("Say where you can be written to.", [
      { path: "email", reason: "Say a mail address, or sign in" },
    ]);
  const isOwn = account !== null && account.email.toLowerCase() === email;
  return db.withSchool(context, async (tx) => {
    const { time_zone: timeZone, languages } = await readSchool(tx);
    const stands = await doorNow(tx, { school: context.school, timeZone, now }, door);
    if (!stands) throw notFound("There is nothing here that opens.");
    if (stands.state !== "before" || stands.opens === null)
      throw conflict(
        stands.state === "open"
          ? "It is open: you can come in now."
          : "It is closed, and no day is known on which it opens again.",
      );
    const before = await readAsked(tx, door, email);
    const secret = newSecret();
    const at = formatInstant(now);
    const row: ReminderRow = {
      id: before?.id ?? `r-${randomBytes(9).toString("hex")}`,
      door,
      email,
      language: before?.language ?? languageFor(context.languages, LANGUAGES),
      askedAt: at,
      confirmedAt: isOwn ? at : null,
    };
    if (before && isOwn) {
      if (before.confirmedAt === null) await updateReminder(tx, row.id, { confirmed_at: at });
      return { confirmed: true };
    }
    if (before) {
      // One that is confirmed is written to as well: the mail's page says so, and can forget it.
      if (now - Date.parse(before.askedAt) < BETWEEN_MAILS) return { confirmed: false };
      await updateReminder(tx, row.id, { asked_at: at, secret_hash: digestOf(secret) });
    } else if (!(await insertReminder(tx, context.school, row, digestOf(secret))))
      // Asked for twice at one instant: the other one writes the mail.
      return { confirmed: isOwn };
    await lookLater(tx, context.school, door, stands.opens, now);
    const language = writtenIn(languages, row.language);
    if (!isOwn) await askByMail(tx, { baseUrl }, context, row, { stands, secret, language });
    return { confirmed: isOwn };
  });
}

async function askByMail(
  tx: SchoolTransaction,
  { baseUrl }: Pick<Services, "baseUrl">,
  { school, slug }: Pick<Context, "school" | "slug">,
  { id, email }: ReminderRow,
  { stands, secret, language }: { stands: DoorNow; secret: string; language: Language },
): Promise<void> {
  const title = inMail(stands.title);
  const { reminder } = spokenIn(language).letters;
  await follow(tx, school, "mail", {
    to: email,
    ...writeLetter({
      language,
      subject: reminder.ask(title),
      from: await schoolInMail(tx),
      greeting: reminder.hello,
      says: [reminder.asks(title), reminder.notYou],
      button: {
        label: reminder.yes,
        url: `${baseUrl}/${slug}/reminders/${id}?secret=${encodeURIComponent(secret)}`,
      },
    }),
  });
}

/** The reminder of a link; the same words for one that is forgotten and one that never was. */
async function opened(tx: SchoolTransaction, id: string, secret: string): Promise<ReminderRow> {
  const row = await readReminder(tx, id, digestOf(secret));
  if (!row)
    throw notFound(
      "This link leads nowhere any more: you have been told, or it was never confirmed. Your address is forgotten.",
    );
  return row;
}

async function said(
  tx: SchoolTransaction,
  context: Context,
  { door, confirmedAt }: { door: Door; confirmedAt: string | null },
): Promise<Reminder> {
  const school = await readSchool(tx);
  const where = { school: context.school, timeZone: school.time_zone, now: context.now };
  const stands = await doorNow(tx, where, door);
  const opens = stands?.state === "before" ? stands.opens : null;
  return {
    title: stands?.title ?? school.name,
    school: school.name,
    timeZone: school.time_zone,
    opens: opens === null ? null : formatInstant(opens),
    path: stands?.path ?? "",
    confirmed: confirmedAt !== null,
  };
}

export async function showReminder(
  { db }: Parts,
  context: Context,
  id: string,
  { secret }: Secret,
): Promise<Reminder> {
  return db.withSchool(context, async (tx) => said(tx, context, await opened(tx, id, secret)));
}

/** Twice is once. */
export async function confirmReminder(
  { db }: Parts,
  context: Context,
  id: string,
  { secret }: Secret,
): Promise<Reminder> {
  return db.withSchool(context, async (tx) => {
    const row = await opened(tx, id, secret);
    const confirmedAt = row.confirmedAt ?? formatInstant(context.now);
    await updateReminder(tx, id, { confirmed_at: confirmedAt });
    return said(tx, context, { ...row, confirmedAt });
  });
}

export async function dropReminder(
  { db }: Parts,
  context: Context,
  id: string,
  { secret }: Secret,
): Promise<{ done: true }> {
  await db.withSchool(context, async (tx) => {
    if (await readReminder(tx, id, digestOf(secret))) await deleteReminder(tx, id);
  });
  return { done: true };
}
