/** Who was told a date that does not hold any more is told the one that does, in one letter each. */
import { sayAt, spokenIn } from "@dawngate/core/notices";
import { writtenIn } from "@dawngate/core/notices/languages";
import { sayZone } from "@dawngate/core/schedule/words";
import { DAY, formatInstant, type Instant, zoneOf } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { KeptLetter } from "../db/tables/notices";
import { inMail } from "../school/in-mail";
import { dropCorrection, readCorrection } from "./correct-store";
import { deliver } from "./deliver";
import { type Looked, lookAt, readLookedAll } from "./look-store";
import { type NoticeParts, readParts } from "./parts";
import { clearWrong, type WrongRow, wrongPeople } from "./wrong-store";

/** So many people are written to in one transaction. */
const AT_A_TIME = 200;

/**
 * Writes to some of those who were told wrong dates, so many at a time; what was put right is right. `since`: to those
 * of whom something was found since then, in the same letter what was wrong before.
 */
export async function correctSome(
  tx: SchoolTransaction,
  school: SchoolId,
  baseUrl: string,
  now: Instant,
  since: string | null = null,
): Promise<number> {
  const people = await wrongPeople(tx, AT_A_TIME, since);
  if (people.length === 0) return 0;
  const parts = await readParts(tx, school, baseUrl);
  const wrongOf = new Map(people.map(({ person, wrong }) => [person, wrong]));
  const looked = await readLookedAll(tx, [...wrongOf.keys()]);
  for (const who of looked) await correct(tx, parts, who, wrongOf.get(who.person) ?? [], now);
  return looked.length;
}

/**
 * Where staff have asked for corrections with a change: done once its dates are worked out and everybody was looked at.
 * True: there may be more.
 */
export async function correctWanted(
  tx: SchoolTransaction,
  school: SchoolId,
  baseUrl: string,
  now: Instant,
): Promise<boolean> {
  const wanted = await readCorrection(tx, school);
  if (wanted === null || wanted.waits) return false;
  if ((await correctSome(tx, school, baseUrl, now, wanted.since)) > 0) return true;
  await dropCorrection(tx);
  return false;
}

/** One letter. For each kind a row says what was told, so that it is known the next time something moves. */
async function correct(
  tx: SchoolTransaction,
  parts: NoticeParts,
  who: Looked,
  wrong: readonly WrongRow[],
  now: Instant,
): Promise<void> {
  const { school } = parts;
  const { person } = who;
  const courses = [...new Set(wrong.map((one) => one.course))];
  const letter = letterOf(wrong, who, parts);
  const kinds = [...new Set(wrong.map(({ kind }) => kind))];
  const notAfter = formatInstant((now + 2 * DAY) as Instant);
  await deliver(
    tx,
    school,
    kinds.map((kind, number) => ({
      person,
      kind,
      at: formatInstant(now),
      notAfter,
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
      // The first goes out; the others say what it told.
      ...(number > 0 && { sentAt: formatInstant(now) }),
    })),
  );
  await clearWrong(tx, person);
  await lookAt(tx, school, person);
}

function letterOf(
  wrong: readonly WrongRow[],
  who: Looked,
  { site, languages }: Pick<NoticeParts, "site" | "languages">,
): KeptLetter {
  const { timeZone, key } = who;
  const language = writtenIn(languages, who.language);
  const spoken = spokenIn(language);
  const { changed } = spoken;
  const zone = zoneOf(timeZone);
  const lines = wrong.map(({ title, old, new: holds }) => {
    const before = sayAt(spoken, Date.parse(old) as Instant, zone);
    return holds === null
      ? changed.gone(inMail(title), before)
      : changed.line(inMail(title), sayAt(spoken, Date.parse(holds) as Instant, zone), before);
  });
  return {
    language,
    greeting: spoken.hello(inMail(who.name)),
    subject: lines.length === 1 ? changed.one(wrong[0]?.title ?? "") : changed.several,
    says: [changed.says, ...lines],
    dates: [],
    button: { label: spoken.presses.dates, url: `${site.url}/dates` },
    small: [spoken.times(sayZone(timeZone))],
    below: { label: spoken.wishes, url: `${site.url}/told/${key}` },
  };
}
