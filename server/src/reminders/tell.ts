/** Tells those who asked that a door is open, and forgets them. */
import type { Door } from "@dawngate/contract/reminders";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { formatInstant, type Instant } from "@dawngate/core/time";
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
      const { time_zone: timeZone, slug } = await readSchool(tx);
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
        const until =
          stands.closes === null
            ? ""
            : ` until ${sayWrittenDate(stands.closes)}, that day included`;
        await followAll(
          tx,
          school,
          "mail",
          taken
            .filter(({ confirmedAt }) => confirmedAt !== null)
            .map(({ email }) => ({
              to: email,
              ...writeLetter({
                subject: `It is open: ${title}`,
                from,
                greeting: "Hello,",
                says: [`You wanted to be told: “${title}” is open now${until}.`],
                button: { label: "Look at it", url: `${baseUrl}/${slug}/${stands.path}` },
                small: ["This is the only mail about it. Your address is forgotten by now."],
              }),
            })),
        );
      }
      if (taken.length === AT_ONCE) await follow(tx, school, "remind", { school, door });
    });
  };
