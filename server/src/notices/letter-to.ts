/**
 * A letter that staff write to people they have marked, or to all who match: each gets it once, however often it is
 * pressed, and whoever wants no announcements gets none. It stands among what went out, and where people read it.
 */
import type { LetterToPeople, letterToPeople } from "@dawngate/contract/notices";
import { inKey, type Notice, spokenIn } from "@dawngate/core/notices";
import type { z } from "zod";
import { conflict, notFound, refusal } from "../base/problem";
import type { KeptLetter } from "../db/tables/notices";
import { nextMatching } from "../enrollment/roster";
import { FAULTY_WORDS } from "../people/fields/in-words";
import { holdTurn } from "../schedule/headcount-store";
import { type Context, isTheirs } from "../school/context";
import { inMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { knowAll, readAddressed } from "./letter-store";
import { faultsOfLinks } from "./links";
import { type Looked, readLookedAll } from "./look-store";
import { handOver, madeWith } from "./notify";
import { languageOf, type NoticeParts, readParts } from "./parts";
import { kindsAsSet } from "./settings";

export async function writeToPeople(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  course: string,
  { enrollments, matching, after, key, look, ...words }: z.output<typeof letterToPeople>,
): Promise<LetterToPeople> {
  const { school, now } = context;
  return db.withSchool(context, async (tx) => {
    // The same press twice at once takes turns.
    await holdTurn(tx, course, `letter ${key}`);
    const page = matching
      ? await nextMatching(tx, context, course, matching, after)
      : { enrollments: [...new Set(enrollments)], next: null };
    const about = `announcement:${inKey(`letter ${key}`)}`;
    const asked = { course, enrollments: page.enrollments, key: about };
    const found = await readAddressed(tx, asked);
    if (found.some(({ cohort }) => !isTheirs(context, cohort)) || (!matching && found.length === 0))
      throw notFound("They are not in this course.");
    const faults = await faultsOfLinks(tx, words, { baseUrl, slug: context.slug });
    if (faults.length > 0) throw refusal(FAULTY_WORDS, faults);
    const parts = await readParts(tx, school, baseUrl);
    const { kinds } = parts.settings;
    if (kindsAsSet(kinds, []).some(({ kind, on }) => kind === "announcement" && !on))
      throw conflict(
        "Announcements are turned off under Notices: turn them on, and the letter can be written.",
      );
    const willing = found.filter(({ unwilling }) => !unwilling);
    const fresh = willing.filter(({ written }) => !written);
    const people = fresh.map(({ person }) => person);
    await knowAll(tx, school, people, now);
    const known = new Map((await readLookedAll(tx, people)).map((who) => [who.person, who]));
    const out = fresh.flatMap(({ person, enrollment }) => {
      const who = known.get(person);
      if (!who) return [];
      const notice: Notice = {
        kind: "announcement",
        person,
        at: now,
        about: [{ key: about, enrollment, item: null, instant: null, named: false }],
      };
      return [{ who, made: madeWith(notice, course, letterOf(words, enrollment, who, parts)) }];
    });
    if (!look) await handOver(tx, parts, out);
    return {
      written: willing.length,
      unwilling: found.length - willing.length,
      next: page.next,
      to: out[0]?.who.name ?? null,
      letter: out[0]?.made.letter ?? null,
    };
  });
}

function letterOf(
  { subject, text }: { subject: string; text: string },
  enrollment: string,
  who: Looked,
  { site, languages }: NoticeParts,
): KeptLetter {
  const language = languageOf({ languages }, who);
  const { hello, presses, wishes } = spokenIn(language);
  return {
    language,
    greeting: hello(inMail(who.name)),
    subject,
    says: text.split(/\n\s*\n/).map((one) => one.trim()),
    dates: [],
    button: { label: presses.course, url: `${site.url}/shelf/${enrollment}` },
    small: [],
    below: { label: wishes, url: `${site.url}/told/${who.key}` },
  };
}
