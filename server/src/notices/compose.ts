/** A notice as a letter: in the school's words for its kind, or a course's own, or ours. */
import {
  datesOf,
  fillText,
  fromKey,
  type Kind,
  type Named,
  type Notice,
  type Press,
  type Spoken,
  spokenIn,
  type Values,
  valuesOf,
} from "@dawngate/core/notices";
import type { Language } from "@dawngate/core/notices/languages";
import { itemTitles } from "@dawngate/core/plan";
import { sayZone } from "@dawngate/core/schedule/words";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { plainOf } from "../base/plain";
import type { KeptLetter } from "../db/tables/notices";
import { inMail } from "../school/in-mail";
import { ownWords } from "../school/own-words";
import type { KeptTemplate, WordsFor } from "../school/words-store";
import type { ToPerson } from "./person";

/** Where links lead. */
export interface Site {
  /** The school's address in the application, without a slash at its end. */
  url: string;
  name: string;
}

/** What the one thing to press says. */
const PRESSES: Partial<Record<Kind, Press>> = {
  "access-ends": "ends",
  "window-closes": "window",
  "place-free": "place",
};

/** So many dates stand below a letter. */
const DATES_MOST = 12;

/** The same, with the language in which it is said. */
export type NamedIn = Named & { language: Language; spoken: Spoken };

/** The text that counts in a language: a cohort's own, a course's own, the school's, ours. */
export function textFor(
  kind: Kind,
  of: WordsFor,
  templates: readonly KeptTemplate[],
  language: Language,
): { subject: string; text: string; whose: "cohort" | "course" | "school" | "ours" } {
  return (
    ownWords(kind, of, templates, language) ?? { ...spokenIn(language).usual[kind], whose: "ours" }
  );
}

/** The course and the cohort that all of a notice is about; null: several, or none. */
function wordsFor(notice: Notice, to: ToPerson): WordsFor {
  const only = (all: readonly (string | null)[]) =>
    new Set(all).size === 1 ? (all[0] ?? null) : null;
  const course = only(coursesOf(notice, to));
  const cohorts = notice.about.flatMap(({ enrollment }) => {
    const held = enrollment === null ? undefined : to.cases.get(enrollment);
    return held ? [held.enrollment.cohort] : [];
  });
  return { course, cohort: course === null ? null : only(cohorts) };
}

/** The courses a notice is about. */
export function coursesOf({ about, kind }: Notice, to: ToPerson): string[] {
  const ids = about.flatMap(({ enrollment, key }) => {
    if (enrollment !== null) return to.cases.get(enrollment)?.course ?? [];
    return kind === "announcement" ? (announcementIn(key, to)?.course ?? []) : [];
  });
  return [...new Set(ids)];
}

/** The identifier within a key. */
const idIn = (key: string) => fromKey(key.split(":")[1] ?? "");
const announcementIn = (key: string, to: ToPerson) => to.announced.get(idIn(key));

/** What a notice names, by the names its person knows, in their language or in another. */
export function namedFor(
  notice: Notice,
  to: ToPerson,
  site: Site,
  now: Instant,
  language: Language = to.language,
): NamedIn {
  const { who, cases, cohorts } = to;
  const spoken = spokenIn(language);
  const enrollment = notice.about.find((one) => one.enrollment !== null)?.enrollment ?? null;
  const found = enrollment === null ? undefined : cases.get(enrollment);
  const item = notice.about.find((one) => one.item !== null)?.item ?? null;
  const lesson =
    notice.kind === "opened" && item !== null && found?.plan.modules.every(({ id }) => id !== item)
      ? `/${item}`
      : "";
  const more = { ...to.own, ...moreOf(notice, to, spoken) };
  return {
    language,
    spoken,
    school: site.name,
    person: inMail(who.name),
    zone: zoneOf(found?.enrollment.timeZone ?? who.timeZone),
    link: enrollment === null ? `${site.url}/shelf` : `${site.url}/shelf/${enrollment}${lesson}`,
    preferences: `${site.url}/told/${who.key}`,
    enrollment: (id) => {
      const one = cases.get(id);
      if (!one) return null;
      return {
        course: inMail(one.plan.title),
        cohort: cohorts.get(id) ?? null,
        until: to.timeline(id, now)?.access.until ?? null,
      };
    },
    item: (id, item) => {
      const one = cases.get(id);
      const plans = one ? [one.plan, ...one.held] : [];
      const title = plans.map((plan) => itemTitles(plan).get(item)).find((found) => found);
      return title === undefined ? null : inMail(title);
    },
    more,
  };
}

/** What no enrollment says. */
function moreOf({ kind, about }: Notice, to: ToPerson, { acts }: Spoken): Values | null {
  const key = about[0]?.key ?? "";
  if (kind === "announcement") {
    const found = announcementIn(key, to);
    return found ? { title: found.title, text: plainOf(found.text) } : null;
  }
  if (kind !== "by-staff") return null;
  const act = to.acted.get(idIn(key));
  // Why is said where somebody has put it into the words: ours keep it on the record.
  return act ? { what: acts[act.what], reason: inMail(act.reason ?? "") } : null;
}

/** The words in which staff have put what they did. */
function wordsOfAct({ kind, about }: Notice, to: ToPerson) {
  return kind === "by-staff" ? to.acted.get(idIn(about[0]?.key ?? ""))?.words : undefined;
}

/** The letter of a notice that goes out at an instant. */
export function compose(
  notice: Notice,
  to: ToPerson,
  templates: readonly KeptTemplate[],
  site: Site,
): KeptLetter {
  const named = namedFor(notice, to, site, notice.at);
  const written =
    wordsOfAct(notice, to) ?? textFor(notice.kind, wordsFor(notice, to), templates, to.language);
  return composeWith(notice, written, named);
}

/** The same in given words. */
export function composeWith(
  notice: Notice,
  { subject, text }: { subject: string; text: string },
  named: NamedIn,
): KeptLetter {
  const { kind, at } = notice;
  const { language, spoken } = named;
  const values = valuesOf(notice, named, at);
  const dates = datesOf(notice, named, at);
  const line = fillText(kind, subject, values).join(" ");
  return {
    language,
    greeting: spoken.hello(named.person),
    subject: (line || fillText(kind, spoken.usual[kind].subject, values).join(" ")).slice(0, 300),
    // What a field brings may have paragraphs of its own.
    says: fillText(kind, text, values).flatMap((one) => one.split(/\n\s*\n/)),
    dates: dates.length > 1 || kind === "welcome" ? dates.slice(0, DATES_MOST) : [],
    button: { label: spoken.presses[PRESSES[kind] ?? "course"], url: named.link },
    small: dates.length > 0 ? [spoken.times(sayZone(named.zone.id))] : [],
    below: { label: spoken.wishes, url: named.preferences },
  };
}
