/** Who was told a date that does not hold any more: seen, and put right in one letter each. */
import type { WrongNotices } from "@dawngate/contract/notices";
import { sayInstant, sayZone } from "@dawngate/core/schedule/words";
import { DAY, formatInstant, type Instant, zoneOf } from "@dawngate/core/time";
import { follow } from "../jobs/outbox";
import type { Context } from "../school/context";
import { inMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { WISHES_WORDS } from "./compose";
import { lookAt, readLooked } from "./look-store";
import { readParts } from "./notify";
import { insertNotices } from "./person-store";
import { clearWrong, countWrong, readWrong, wrongPeople } from "./wrong-store";

/** So many are named; so many people are written to by one press. */
const NAMED = 20;
const AT_A_TIME = 200;

export function showWrong({ db }: Pick<Services, "db">, context: Context): Promise<WrongNotices> {
  return reading(db, context, async (tx) => ({
    count: await countWrong(tx),
    first: await readWrong(tx, NAMED),
  }));
}

/** Writes to some of them, so many at a time; what was put right is right. */
export async function correctAll(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
): Promise<{ sent: number; left: number }> {
  return db.withSchool(context, async (tx) => {
    const { school, now } = context;
    const parts = await readParts(tx, school, baseUrl);
    let sent = 0;
    for (const { person, wrong } of await wrongPeople(tx, AT_A_TIME)) {
      const who = await readLooked(tx, person);
      if (!who) continue;
      const zone = zoneOf(who.timeZone);
      const lines = wrong.map(({ title, old, new: holds }) => {
        const before = sayInstant(Date.parse(old) as Instant, zone);
        return holds === null
          ? `“${inMail(title)}” was told for ${before}: it has no date now.`
          : `“${inMail(title)}”: ${sayInstant(Date.parse(holds) as Instant, zone)}, not ${before}.`;
      });
      const courses = [...new Set(wrong.map((one) => one.course))];
      const letter = {
        subject:
          lines.length === 1 ? `A date has changed: ${wrong[0]?.title}` : "Dates have changed",
        says: ["We told you of dates that have changed since. These hold now:", ...lines],
        dates: [],
        button: { label: "See your dates", url: `${parts.site.url}/dates` },
        small: [`Times are ${sayZone(who.timeZone)} time.`],
        below: { label: WISHES_WORDS, url: `${parts.site.url}/told/${who.key}` },
      };
      // One letter. For each kind a row says what was told, so that it is known the next time something moves.
      const kinds = [...new Set(wrong.map(({ kind }) => kind))];
      for (const [number, kind] of kinds.entries()) {
        const [id = ""] = await insertNotices(tx, school, [
          {
            person,
            kind,
            at: formatInstant(now),
            notAfter: formatInstant((now + 2 * DAY) as Instant),
            about: wrong
              .filter((one) => one.kind === kind)
              .map(({ key, enrollment, item, new: holds }) => ({
                key,
                enrollment,
                item,
                instant: holds,
                named: true,
              })),
            course: courses.length === 1 ? (courses[0] ?? null) : null,
            letter,
            ...(number > 0 && { sentAt: formatInstant(now) }),
          },
        ]);
        if (number === 0) await follow(tx, school, "send-notice", { school, notice: id });
      }
      await clearWrong(tx, person);
      await lookAt(tx, school, person);
      sent += 1;
    }
    return { sent, left: await countWrong(tx) };
  });
}
