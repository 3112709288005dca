/** What a language brings that people are told something in: our texts, and all that fields and letters say. */

import { sayClock } from "../../schedule/words";
import {
  type Instant,
  type LocalDate,
  localDateAt,
  startOfDay,
  timeOfDayAt,
  type Zone,
  zoneOf,
} from "../../time";
import type { Kind } from "../kinds";
import type { NoticeText } from "../usual";
import type { SpokenLetters } from "./letters";

/** What staff have done, as `{what}` says it. */
export const TOLD_ACTS = ["enrolled", "moved", "extended", "withdrawn"] as const;
export type ToldAct = (typeof TOLD_ACTS)[number];

/** What the one thing to press says. */
export type Press = "course" | "ends" | "window" | "place" | "dates";

export interface Spoken {
  usual: Readonly<Record<Kind, NoticeText>>;
  /** Between the last two of several. */
  and: string;
  more(count: number): string;
  quoted(title: string): string;
  /** A date in full, with its weekday. */
  date(date: LocalDate): string;
  /** The last day included, where words such as "until" stand before it. */
  endOf(date: string): string;
  openNow: string;
  acts: Readonly<Record<ToldAct, string>>;
  hello(name: string): string;
  /** In whose time dates stand, by the city of a zone. */
  times(city: string): string;
  presses: Readonly<Record<Press, string>>;
  /** The page on which somebody chooses what they are told. */
  wishes: string;
  /** Before the address that questions go to. */
  questions: string;
  /** What whoever was enrolled reads, and who is invited by it. */
  entering: {
    subject(title: string): string;
    in(title: string, cohort: string | null): string;
    opensWhen: string;
    meetAt(place: string): string;
    now: string;
    moreAfter(count: number): string;
    /** By what the school calls a course, where that word is said. */
    yoursUntil(end: string, course: string): string;
    invites(school: string): string;
    comeIn: string;
    link: string;
  };
  /** What follows from a payment that failed. */
  payment: {
    again(at: string): string;
    notAgain: string;
    closes(day: string): string;
    otherCard: string;
    seeOrder: string;
    link: string;
  };
  /** What is written where dates were told that have changed. */
  changed: {
    one(title: string): string;
    several: string;
    says: string;
    /** What holds now, and what was told. */
    line(title: string, now: string, before: string): string;
    gone(title: string, before: string): string;
  };
  letters: SpokenLetters;
}

const UTC = zoneOf("UTC");

/** Dates as a language writes them (Unicode CLDR, by the platform's own tables). */
export function datesIn(tag: string): (date: LocalDate) => string {
  const format = new Intl.DateTimeFormat(tag, {
    weekday: "short",
    day: "numeric",
    month: "short",
    year: "numeric",
    timeZone: "UTC",
  });
  return (date) => format.format(startOfDay(UTC, date));
}

/** An instant in a zone: its date, and the time as the clock there has it; seconds only where there are some. */
export function sayAt({ date }: Spoken, instant: Instant, zone: Zone): string {
  return `${date(localDateAt(zone, instant))}, ${sayClock(instant, zone)}`;
}

/** An end: the last day included where it stands at the start of a day, else the instant. */
export const sayUntil = (spoken: Spoken, until: Instant, zone: Zone): string =>
  timeOfDayAt(zone, until) === 0
    ? spoken.endOf(spoken.date(localDateAt(zone, (until - 1) as Instant)))
    : sayAt(spoken, until, zone);
