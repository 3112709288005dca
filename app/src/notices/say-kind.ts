/** The kinds of notices as people read of them, and when they come in words. */
import type {
  NoticeTried,
  SentKind,
  SentNotice,
  WORDED_KINDS,
  WordedKind,
} from "@dawngate/contract/notices";
import { goesBack, sayOffset, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";

interface KindWords {
  name: string;
  /** When it comes, for staff. */
  when: string;
  /** What it is, for whoever gets it. */
  forPerson: string;
}

export const KIND_WORDS: Record<SentKind, KindWords> = {
  welcome: {
    name: "Welcome",
    when: "At once, when somebody is in and has paid",
    forPerson: "You are in: what is open, and what opens next",
  },
  opened: {
    name: "Something has opened",
    when: "When a module or a lesson opens; all that opens at one instant is one mail",
    forPerson: "A module or a lesson has opened for you",
  },
  "opens-soon": {
    name: "Something opens soon",
    when: "Before a module or a lesson opens",
    forPerson: "A module or a lesson opens in some days",
  },
  "due-soon": {
    name: "Due soon",
    when: "Before something that is open and not done is due",
    forPerson: "Something that is not done is due in some days",
  },
  overdue: {
    name: "Overdue",
    when: "After something that is open and not done was due",
    forPerson: "Something that is not done was due",
  },
  "access-ends": {
    name: "Access ends",
    when: "Before the last day of access, and after it",
    forPerson: "Your access ends in some days, or has ended",
  },
  announcement: {
    name: "Announcements",
    when: "When something is announced in a course",
    forPerson: "The school announces something in a course",
  },
  "by-staff": {
    name: "Changed by staff",
    when: "At once, when somebody is moved, given more time, or withdrawn",
    forPerson: "The school has moved you, given you more time, or withdrawn you",
  },
};

/** Those of which the words alone are set. */
export const WORDED_WORDS: Record<(typeof WORDED_KINDS)[number], Omit<KindWords, "forPerson">> = {
  "place-free": {
    name: "A place is free",
    when: "When a place falls free and is offered to the next on the waitlist",
  },
  "payment-due": {
    name: "To be paid",
    when: "When an order by hand asks for its money",
  },
  "payment-overdue": {
    name: "Not paid yet",
    when: "Once, when the day of an order by hand is over",
  },
  "payment-failed": {
    name: "Could not be charged",
    when: "When a part of an order could not be charged; what follows from it, and where it is paid, is added",
  },
};

const wordsOfKind = (kind: string) =>
  KIND_WORDS[kind as SentKind] ?? WORDED_WORDS[kind as keyof typeof WORDED_WORDS];

export const nameOf = (kind: string): string => wordsOfKind(kind)?.name ?? kind;

/** When a kind goes out, in a line. */
export const whenOf = (kind: WordedKind): string => wordsOfKind(kind).when;

/** What a chip says in the place of a field. */
export const FIELD_WORDS: Record<string, string> = {
  course: "the course",
  courses: "the courses",
  cohort: "the cohort",
  open: "what is open",
  next: "what opens next",
  ends: "the last day",
  items: "what it is",
  opens: "when it opens",
  due: "when it is due",
  amount: "how much",
  lapses: "until when it is held",
  closes: "the last day to come in",
  title: "its title",
  text: "its text",
  what: "what was done",
  reason: "why",
  school: "the school",
  person: "their name",
  link: "the way there",
  preferences: "what they want",
};

export const fieldWords = (field: string): string => FIELD_WORDS[field] ?? field;

/** "2 days before", "the day itself", "1 day after". */
export function sayWhen(offset: string): string {
  const far = sayOffset(offset);
  if (far === sayOffset("P0D")) return "the day itself";
  return `${far} ${goesBack(offset) ? "before" : "after"}`;
}

/** Several of them as one says it. */
export const sayWhens = (offsets: readonly string[]): string =>
  offsets.length === 0 ? "never" : offsets.map(sayWhen).join(", ");

/** Where a notice stands. */
export const NOTICE_STATES: Record<SentNotice["state"], string> = {
  waiting: "Waits",
  sent: "Sent",
  failed: "Not taken, tried again",
  late: "Too late, not sent",
  stopped: "Not mailed, that day was stopped",
  refused: "Address refused, not sent",
  "on-device": "On their devices, not by mail: as they wish",
};

/** As whom one reads it, and whether it will ever be sent to them. */
export function sayWho(tried: NoticeTried | null, zone: string): string {
  if (!tried) return "As somebody reads it";
  if (!tried.person) return "Nobody is in a course yet who could read it.";
  const { name } = tried.person;
  return tried.at === null
    ? `As ${name} would read it; nothing of this kind is near for them, so its dates are made up`
    : `As ${name} reads it, ${sayWrittenInstant(tried.at, zoneOf(zone))}`;
}
