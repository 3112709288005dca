/**
 * A letter that staff write to people they have marked, or to all who match: each gets it once, however often it is
 * pressed, and whoever wants no announcements gets none. It stands among what went out, and where people read it. It goes
 * out at once, or later: to whoever matches then.
 */
import type { LetterFields, LetterToPeople, letterToPeople } from "@dawngate/contract/letters";
import {
  fieldsOf,
  fillText,
  inKey,
  type Notice,
  ownField,
  partsOf,
  spokenIn,
  type Values,
  valuesOf,
} from "@dawngate/core/notices";
import { writtenIn } from "@dawngate/core/notices/languages";
import { DAY, formatInstant, type Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { conflict, notFound, ProblemError, refusal } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import type { KeptLetter } from "../db/tables/notices";
import { nextMatching } from "../enrollment/roster";
import { follow } from "../jobs/outbox";
import { FAULTY_WORDS, fieldsInWords } from "../people/fields/in-words";
import { holdTurn } from "../schedule/headcount-store";
import { type Context, isTheirs } from "../school/context";
import { inMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { namedFor } from "./compose";
import { knowAll, readAddressed } from "./letter-store";
import { faultsIn } from "./links";
import { type Looked, readLookedAll } from "./look-store";
import { handOver, madeWith } from "./notify";
import { type NoticeParts, readParts } from "./parts";
import { readPersons } from "./person";
import { insertPlanned } from "./planned-store";
import { kindsAsSet } from "./settings";

type Letter = z.output<typeof letterToPeople>;
type Words = Pick<Letter, "subject" | "text">;

/** So far ahead a letter is planned at most. */
const FAR = 400 * DAY;

export async function writeToPeople(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  course: string,
  { enrollments, matching, after, key, look, at, ...words }: Letter,
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
    const place = { baseUrl, slug: context.slug };
    const faults = await faultsIn(tx, "letter", words, await fieldsInWords(tx), place);
    if (faults.length > 0) throw refusal(FAULTY_WORDS, faults);
    const parts = await readParts(tx, school, baseUrl);
    const { kinds } = parts.settings;
    if (kindsAsSet(kinds).some(({ kind, on }) => kind === "announcement" && !on))
      throw conflict(
        "Announcements are turned off under Notices: turn them on, and the letter can be written.",
      );
    const willing = found.filter(({ unwilling }) => !unwilling);
    const fresh = willing.filter(({ written }) => !written);
    const isLater = at !== undefined && !look;
    if (isLater) await plan(tx, context, course, { enrollments, matching, key, at, ...words });
    const out = isLater ? [] : await lettersOf(tx, parts, now, { course, about, words, fresh });
    if (!look) await handOver(tx, parts, out);
    return {
      written: willing.length,
      unwilling: found.length - willing.length,
      next: isLater ? null : page.next,
      to: out[0]?.who.name ?? null,
      letter: out[0]?.made.letter ?? null,
      values: out[0]?.values ?? {},
      planned: isLater ? at : null,
    };
  });
}

/** What can be put into a letter. */
export const showLetterFields = (
  { db }: Pick<Services, "db">,
  context: Context,
): Promise<LetterFields> =>
  reading(db, context, async (tx) => {
    const own = (await fieldsInWords(tx)).map(({ id, name }) => ({ field: ownField(id), name }));
    return { fields: [...fieldsOf("letter"), ...own.map(({ field }) => field)], own };
  });

/** Keeps it until its instant. */
async function plan(
  tx: SchoolTransaction,
  { school, account, now }: Context,
  course: string,
  { enrollments, matching, key, at, ...words }: Omit<Letter, "look" | "after"> & { at: string },
): Promise<void> {
  if (!account) throw new ProblemError(401, "Sign in first.");
  const ahead = Date.parse(at) - now;
  const off = (reason: string) => refusal("It cannot go out then.", [{ path: "at", reason }]);
  if (ahead <= 0) throw off("This instant is over: send it now, or choose a later one");
  if (ahead > FAR) throw off("At most 400 days ahead");
  await insertPlanned(tx, school, {
    id: key,
    course,
    whom: { ...(enrollments && { enrollments }), ...(matching && { matching }) },
    ...words,
    at: formatInstant(Date.parse(at) as Instant),
    account: account.id,
    author: account.name,
  });
  const once = `${school} ${key}`;
  await follow(tx, school, "write-letter", { school, letter: key }, { once, after: ahead });
}

interface ToWrite {
  course: string;
  /** The key by which it is known. */
  about: string;
  words: Words;
  fresh: readonly { person: string; enrollment: string }[];
}

/** Of each of some people their letter, with what its fields say to them. */
async function lettersOf(
  tx: SchoolTransaction,
  parts: NoticeParts,
  now: Instant,
  { course, about, words, fresh }: ToWrite,
) {
  const people = fresh.map(({ person }) => person);
  await knowAll(tx, parts.school, people, now);
  const looked = await readLookedAll(tx, people);
  const known = new Map(looked.map((who) => [who.person, who]));
  // Who says nothing of anybody needs to know nothing of them.
  const hasFields = [words.subject, words.text].some((text) =>
    partsOf("letter", text).some((part) => "field" in part),
  );
  const read = hasFields ? await readPersons(tx, parts, looked, now) : [];
  const persons = new Map(read.map((to) => [to.who.person, to]));
  return fresh.flatMap(({ person, enrollment }) => {
    const who = known.get(person);
    if (!who) return [];
    const notice: Notice = {
      kind: "announcement",
      person,
      at: now,
      about: [{ key: about, enrollment, item: null, instant: null, named: false }],
    };
    const to = persons.get(person);
    const values = to ? valuesOf(notice, namedFor(notice, to, parts.site, now), now) : {};
    const letter = letterOf(words, values, enrollment, who, parts);
    return [{ who, made: madeWith(notice, course, letter), values: { ...values } }];
  });
}

function letterOf(
  { subject, text }: Words,
  values: Values,
  enrollment: string,
  who: Looked,
  { site, languages }: NoticeParts,
): KeptLetter {
  const language = writtenIn(languages, who.language);
  const { hello, presses, wishes } = spokenIn(language);
  return {
    language,
    greeting: hello(inMail(who.name)),
    subject: fillText("letter", subject, values).join(" ").slice(0, 300) || site.name,
    says: fillText("letter", text, values),
    dates: [],
    button: { label: presses.course, url: `${site.url}/shelf/${enrollment}` },
    small: [],
    below: { label: wishes, url: `${site.url}/told/${who.key}` },
  };
}
