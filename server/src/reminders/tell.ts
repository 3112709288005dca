/** Tells those who asked that a door is open, and forgets them. */
import type { Door } from "@dawngate/contract/reminders";
import { spokenIn, writtenIn } from "@dawngate/core/notices";
import { formatInstant, type Instant, parseDate } from "@dawngate/core/time";
import { writeLetter } from "../base/letter";
import { MORNING } from "../base/morning";
import type { Database, SchoolId } from "../db/connection";
import { system } from "../db/who";
import { follow, followAll } from "../jobs/outbox";
import { inMail, schoolInMail } from "../school/in-mail";
import { readSchool } from "../school/store";
import { doorNow } from "./door";
import { lookLater } from "./later";
import { deleteUnconfirmed, isWaitedFor, takeReminders } from "./store";

interface Parts {
  db: Database;
  baseUrl: string;
  now(): Instant;
}

/** Nobody has confirmed within so long: they did not ask. */
const CONFIRMED_WITHIN = 2 * 24 * 3_600_000;
/** So many are told in one transaction. */
const AT_ONCE = 500;

/** What a job does for a door of a school. A mail and forgetting whom it goes to are one: twice is once. */
export const reminder =
  ({ db, baseUrl, now: clock }: Parts) =>
  async (schoolId: string, door: Door): Promise<void> => {
    const school = schoolId as SchoolId;
    const now = clock();
    await db.withSchool({ school, who: system("reminder") }, async (tx) => {
      const { time_zone: timeZone, slug, languages } = await readSchool(tx);
      const lately = formatInstant((now - CONFIRMED_WITHIN) as Instant);
      await deleteUnconfirmed(tx, door, lately);
      const stands = await doorNow(tx, { school, timeZone, now }, door);
      if (stands?.opens != null && now < stands.opens + MORNING) {
        if (await isWaitedFor(tx, door)) await lookLater(tx, school, door, stands.opens, now);
        return;
      }
      const taken = await takeReminders(tx, door, AT_ONCE);
      // What is gone or over is told to nobody.
      if (stands?.state === "open") {
        const title = inMail(stands.title);
        const from = await schoolInMail(tx);
        const closes = stands.closes === null ? null : parseDate(stands.closes);
        await followAll(
          tx,
          school,
          "mail",
          taken
            .filter(({ confirmedAt }) => confirmedAt !== null)
            .map(({ email, language: reads }) => {
              const language = writtenIn(languages, reads);
              const spoken = spokenIn(language);
              const { reminder } = spoken.letters;
              const through = closes?.ok ? spoken.date(closes.value) : null;
              return {
                to: email,
                ...writeLetter({
                  language,
                  subject: reminder.open(title),
                  from,
                  greeting: reminder.hello,
                  says: [reminder.isOpen(title, through)],
                  button: { label: reminder.look, url: `${baseUrl}/${slug}/${stands.path}` },
                  small: [reminder.only],
                }),
              };
            }),
        );
      }
      if (taken.length === AT_ONCE) await follow(tx, school, "remind", { school, door });
    });
  };
