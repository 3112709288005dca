/** Words as a real person would read them: in a notice that will go out to them, or has, or else in one made up. */
import type { LetterShown, NoticeTried, noticeTrial, WordedKind } from "@dawngate/contract/notices";
import {
  type Entry,
  type Notice,
  noticesBetween,
  type Spoken,
  sayAt,
  type Values,
  valuesOf,
  writtenIn,
} from "@dawngate/core/notices";
import { sayMoney } from "@dawngate/core/sales";
import { DAY, formatInstant, HOUR, type Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { notFound, ProblemError } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import type { KeptLetter } from "../db/tables/notices";
import { follow } from "../jobs/outbox";
import type { Context } from "../school/context";
import { schoolInMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { asMail } from "./as-mail";
import { composeWith, type NamedIn, namedFor } from "./compose";
import { knowAll } from "./letter-store";
import { faultsIn } from "./links";
import { readLooked } from "./look-store";
import { readParts } from "./parts";
import { readPersons, type ToPerson } from "./person";
import { newestPerson, soonPerson } from "./person-store";
import { ownFieldsIn } from "./settings";

/** So far one looks for a real one, before and after now. */
const NEAR = 120 * DAY;

export async function tryNotice(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  kind: WordedKind,
  { course, person, language: asked, words, from, toMe }: z.output<typeof noticeTrial>,
): Promise<NoticeTried> {
  return db.withSchool(context, async (tx) => {
    const place = { baseUrl, slug: context.slug };
    const faults = await faultsIn(tx, kind, words, await ownFieldsIn(tx, kind), place);
    const nobody = { faults, letter: null, person: null, at: null, values: {} };
    if (faults.length > 0) return nobody;
    const id = person ?? (await soonPerson(tx, kind, course)) ?? (await newestPerson(tx, course));
    // Whoever has just come in was not looked at yet.
    if (id !== null && person === null) await knowAll(tx, context.school, [id], context.now);
    const who = id === null ? null : await readLooked(tx, id);
    if (!who) {
      if (person !== null) throw notFound("This person is in no course of this school.");
      return nobody;
    }
    const parts = await readParts(tx, context.school, baseUrl);
    const [to] = await readPersons(tx, parts, [who], context.now);
    if (!to) return nobody;
    const at = from === undefined ? context.now : (Date.parse(from) as Instant);
    const found = realOne(kind, course, to, at);
    const notice = found ?? madeUp(kind, course, to, at);
    const language = asked ?? writtenIn(parts.languages, null);
    const named = namedFor(notice, to, parts.site, at, language);
    const sample = sampleOf(kind, named, notice.at);
    const all = { ...named, more: { ...sample, ...named.more } };
    const letter = asSent(kind, composeWith(notice, words, all), all.spoken);
    if (toMe) await sendTo(tx, context, letter);
    return {
      faults,
      letter,
      person: { id: who.person, name: who.name },
      at: found ? formatInstant(found.at) : null,
      values: { ...valuesOf(notice, all, notice.at) },
    };
  });
}

/** What stands for what nobody has written, owes or was offered yet. */
function sampleOf(kind: WordedKind, { spoken, zone }: NamedIn, at: Instant): Values {
  if (kind === "announcement")
    return { title: "A word to all of you", text: "What is announced stands here." };
  if (kind === "by-staff") return { what: spoken.acts.extended, reason: "You asked for it" };
  if (kind === "place-free") return { lapses: sayAt(spoken, (at + DAY) as Instant, zone) };
  return isOfMoney(kind) ? { amount: sayMoney(6633, "EUR") } : {};
}

/** What is about money leads to the order, which is nobody's here. */
const asSent = (kind: WordedKind, letter: KeptLetter, { payment }: Spoken): KeptLetter => {
  if (!isOfMoney(kind) || !letter.button) return letter;
  const label = kind === "payment-failed" ? payment.otherCard : payment.seeOrder;
  return { ...letter, button: { ...letter.button, label } };
};

const isOfMoney = (kind: WordedKind): boolean => kind.startsWith("payment-");

/** The next one of this kind that goes out to them, or the last that has. */
function realOne(
  kind: WordedKind,
  course: string | null,
  to: ToPerson,
  now: Instant,
): Notice | null {
  const settings = {
    ...to.asked.settings,
    kinds: { ...to.asked.settings.kinds, [kind]: { ...to.asked.settings.kinds?.[kind], on: true } },
    people: to.asked.settings.people.map((one) => ({
      ...one,
      off: [],
      enrollments: (one.enrollments ?? []).map((held) => ({ ...held, off: [] })),
    })),
  };
  const fits = (notice: Notice) =>
    notice.kind === kind &&
    (course === null ||
      notice.about.some(
        ({ enrollment }) => enrollment !== null && to.cases.get(enrollment)?.course === course,
      ));
  const asked = { ...to.asked, settings, sent: null };
  const within = (from: number, until: number) =>
    noticesBetween({ ...asked, from: from as Instant, to: until as Instant }).notices.filter(fits);
  return within(now, now + NEAR)[0] ?? within(now - NEAR, now).at(-1) ?? null;
}

/** One that says something of everything its kind could say. */
function madeUp(kind: WordedKind, course: string | null, to: ToPerson, at: Instant): Notice {
  // Full hours: what is made up has no seconds.
  const now = (Math.floor(at / HOUR) * HOUR) as Instant;
  const own = [...to.cases.values()].reverse();
  const held = own.find((one) => course === null || one.course === course) ?? own[0];
  const enrollment = held?.enrollment.id ?? null;
  const entry = (item: string | null, instant: number | null): Entry => ({
    key: `${kind}:made-up`,
    enrollment,
    item,
    instant: instant as Instant | null,
    named: true,
  });
  const modules = held?.plan.modules.filter(({ visible }) => visible !== "hidden") ?? [];
  const [first, second] = modules;
  const about =
    kind === "welcome" || kind === "by-staff"
      ? [
          entry(null, null),
          ...(first ? [entry(first.id, now)] : []),
          ...(second ? [entry(second.id, now + 7 * DAY)] : []),
        ]
      : kind === "access-ends"
        ? [entry(null, now + 7 * DAY)]
        : kind === "announcement" || kind === "place-free"
          ? [entry(null, null)]
          : isOfMoney(kind)
            ? [entry(null, now + 3 * DAY)]
            : [entry(first?.id ?? null, kind === "opened" ? now : now + 2 * DAY)];
  return { kind, person: to.who.person, at, about };
}

/** Sends it to whoever asks. */
async function sendTo(tx: SchoolTransaction, context: Context, letter: LetterShown): Promise<void> {
  const { account } = context;
  if (!account) throw new ProblemError(401, "Sign in first.");
  const { greeting: _theirs, ...says } = letter;
  const subject = `A trial: ${letter.subject}`;
  await follow(tx, context.school, "mail", {
    to: account.email,
    ...asMail({ ...says, subject }, await schoolInMail(tx), account.name),
  });
}
