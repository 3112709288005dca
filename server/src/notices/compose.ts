/** A notice as a letter: in the school's words for its kind, or a course's own, or ours. */
import {
  datesOf,
  fillText,
  fromKey,
  type Kind,
  type Named,
  type Notice,
  USUAL,
  type Values,
  valuesOf,
} from "@dawngate/core/notices";
import { itemTitles } from "@dawngate/core/plan";
import { sayZone } from "@dawngate/core/schedule/words";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { plainOf } from "../base/plain";
import type { KeptLetter } from "../db/tables/notices";
import { inMail } from "../school/in-mail";
import type { ToPerson } from "./person";
import type { KeptTemplate, WordsFor } from "./settings-store";

/** Where links lead. */
export interface Site {
  /** The school's address in the application, without a slash at its end. */
  url: string;
  name: string;
}

/** What the one thing to press says. */
const BUTTONS: Partial<Record<Kind, string>> = {
  "access-ends": "See what is yours",
  "window-closes": "See the course",
  "place-free": "Take the place",
  announcement: "Go to the course",
};

/** Said of the page on which somebody chooses what they are told. */
export const WISHES_WORDS = "What you are told, and what not";

/** So many dates stand below a letter. */
const DATES_MOST = 12;

/** The text that counts: a cohort's own, a course's own, the school's, ours. */
export function textFor(
  kind: Kind,
  { course, cohort }: WordsFor,
  templates: readonly KeptTemplate[],
): { subject: string; text: string; whose: "cohort" | "course" | "school" | "ours" } {
  const find = (of: WordsFor) =>
    templates.find(
      (one) => one.kind === kind && one.course === of.course && one.cohort === of.cohort,
    );
  const cohorts = course !== null && cohort !== null && find({ course, cohort });
  if (cohorts) return { ...cohorts, whose: "cohort" };
  const courses = course !== null && find({ course, cohort: null });
  if (courses) return { ...courses, whose: "course" };
  const school = find({ course: null, cohort: null });
  return school ? { ...school, whose: "school" } : { ...USUAL[kind], whose: "ours" };
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

/** What a notice names, by the names its person knows. */
export function namedFor(notice: Notice, to: ToPerson, site: Site, now: Instant): Named {
  const { who, cases, cohorts } = to;
  const enrollment = notice.about.find((one) => one.enrollment !== null)?.enrollment ?? null;
  const found = enrollment === null ? undefined : cases.get(enrollment);
  const item = notice.about.find((one) => one.item !== null)?.item ?? null;
  const lesson =
    notice.kind === "opened" && item !== null && found?.plan.modules.every(({ id }) => id !== item)
      ? `/${item}`
      : "";
  const more = { ...to.own, ...moreOf(notice, to) };
  return {
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

/** What staff have done, in words that follow "You were". */
const ACTS: Record<string, string> = {
  enrolled: "enrolled",
  moved: "moved to another cohort",
  extended: "given more time",
  withdrawn: "withdrawn",
};

/** What no enrollment says. */
function moreOf({ kind, about }: Notice, to: ToPerson): Values | null {
  const key = about[0]?.key ?? "";
  if (kind === "announcement") {
    const found = announcementIn(key, to);
    return found ? { title: found.title, text: plainOf(found.text) } : null;
  }
  if (kind !== "by-staff") return null;
  const act = to.acted.get(idIn(key));
  // Why is said where somebody has put it into the words: ours keep it on the record.
  return act ? { what: ACTS[act.what] ?? act.what, reason: inMail(act.reason ?? "") } : null;
}

/** The words in which staff have put what they did. */
function ownWords({ kind, about }: Notice, to: ToPerson) {
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
  const written = ownWords(notice, to) ?? textFor(notice.kind, wordsFor(notice, to), templates);
  return composeWith(notice, written, named);
}

/** The same in given words. */
export function composeWith(
  notice: Notice,
  { subject, text }: { subject: string; text: string },
  named: Named,
): KeptLetter {
  const { kind, at } = notice;
  const values = valuesOf(notice, named, at);
  const dates = datesOf(notice, named, at);
  const line = fillText(kind, subject, values).join(" ");
  return {
    subject: (line || fillText(kind, USUAL[kind].subject, values).join(" ")).slice(0, 300),
    // What a field brings may have paragraphs of its own.
    says: fillText(kind, text, values).flatMap((one) => one.split(/\n\s*\n/)),
    dates: dates.length > 1 || kind === "welcome" ? dates.slice(0, DATES_MOST) : [],
    button: { label: BUTTONS[kind] ?? "Go to the course", url: named.link },
    small: dates.length > 0 ? [`Times are ${sayZone(named.zone.id)} time.`] : [],
    below: { label: WISHES_WORDS, url: named.preferences },
  };
}
