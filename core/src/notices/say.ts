/** What a notice says to its person: each field of its text in words, and the dates that stand below it. */
import { type Instant, localDateAt, type Zone } from "../time";
import { ENGLISH } from "./languages/english";
import { type Spoken, sayAt, sayUntil } from "./languages/spoken";
import type { Entry, Notice } from "./notice";
import type { Values } from "./template";

/** What a notice is about, by the names that people know. */
export interface Named {
  school: string;
  person: string;
  /** The zone in which days and times are said. */
  zone: Zone;
  /** In which language it is said; left out: English. */
  spoken?: Spoken;
  /** Where its button leads, and where one says what one wants to be told. */
  link: string;
  preferences: string;
  /** An enrollment's course, cohort (null: none), the end of its access; null where it is gone. */
  enrollment(id: string): { course: string; cohort: string | null; until: Instant | null } | null;
  /** The title of a module or a lesson; null: it is gone. */
  item(enrollment: string, id: string): string | null;
  /** What no enrollment says: an announcement's title and text, a payment's amount, a credential's number. */
  more?: Values;
}

/** So many of several things are named before the rest is counted. */
const NAMED = 3;

/**
 * A list as one says it: "a", "a and b", "a, b, c and 4 more".
 *
 * @example sayList(["Dough", "Proof"]) // "Dough and Proof"
 */
export function sayList(all: readonly string[], { and, more }: Spoken = ENGLISH): string {
  const named = all.slice(0, all.length === NAMED + 1 ? NAMED + 1 : NAMED);
  const rest = all.length - named.length;
  const parts = rest > 0 ? [...named, more(rest)] : named;
  if (parts.length <= 1) return parts.join("");
  return `${parts.slice(0, -1).join(", ")} ${and} ${parts.at(-1)}`;
}

/** What each field of a notice says. A field with nothing to say is empty. */
export function valuesOf(notice: Notice, named: Named, now: Instant): Values {
  const { zone, spoken = ENGLISH } = named;
  const items = titled(notice, named);
  const ids = [...new Set(notice.about.flatMap(({ enrollment }) => enrollment ?? []))];
  const courses = ids.flatMap((id) => named.enrollment(id) ?? []);
  const [first] = courses;
  const told = notice.about.find(({ instant }) => instant !== null)?.instant ?? null;
  const open = items.filter(({ instant }) => instant <= now);
  const ahead = items.filter(({ instant }) => instant > now);
  const next = ahead[0]?.instant ?? null;
  const end = (instant: Instant | null | undefined) =>
    instant == null ? "" : spoken.date(localDateAt(zone, (instant - 1) as Instant));
  const quoted = (all: readonly Titled[]) =>
    sayList(
      all.map(({ title }) => spoken.quoted(title)),
      spoken,
    );
  const access = notice.kind === "access-ends" && told !== null ? told : (first?.until ?? null);
  return {
    school: named.school,
    person: named.person,
    link: named.link,
    preferences: named.preferences,
    course: first?.course ?? "",
    courses: sayList([...new Set(courses.map(({ course }) => spoken.quoted(course)))], spoken),
    cohort: first?.cohort ?? "",
    items: quoted(items),
    open: quoted(open),
    next: next === null ? "" : `${quoted(ahead)}, ${sayAt(spoken, next, zone)}`,
    opens: told === null ? "" : sayAt(spoken, told, zone),
    ends:
      access === null
        ? ""
        : notice.kind === "access-ends"
          ? end(access)
          : sayUntil(spoken, access, zone),
    due: end(told),
    closes: end(told),
    expires: end(told),
    ...named.more,
  };
}

/** When and what, for the table below a letter: what opens at an instant of its own. */
export function datesOf(notice: Notice, named: Named, now: Instant) {
  const { zone, spoken = ENGLISH } = named;
  return titled(notice, named).map(({ instant, title }) => ({
    when: instant <= now ? spoken.openNow : sayAt(spoken, instant, zone),
    what: title,
  }));
}

interface Titled {
  title: string;
  instant: Instant;
}

/** The things a notice names, in its order, without those that are gone. */
function titled({ about }: Notice, { item }: Named): Titled[] {
  return about.flatMap((entry: Entry) => {
    if (!entry.named || entry.enrollment === null || entry.item === null) return [];
    const title = item(entry.enrollment, entry.item);
    return title === null || entry.instant === null ? [] : [{ title, instant: entry.instant }];
  });
}
