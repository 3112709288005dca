/** The ways into a course (calculations.md 6): who comes in how, join codes, and the waitlist's rules. */
import { addDays, type Instant, parseDate, startOfDay, type Zone } from "../time";

/**
 * How people come in: `anyone` by themselves; with a join `code`; after `approval` of what they ask for; whoever has a
 * membership it is in (`members`); by `staff` alone. Staff enroll by hand whatever it is.
 */
export const ENTRIES = ["anyone", "code", "approval", "members", "staff"] as const;
export type Entry = (typeof ENTRIES)[number];

/** A waitlist: until when one can join it, and how long an offer holds. */
export interface Waitlist {
  /** The last day one can join it, in the school's zone, `2027-03-20`; null: as long as the window is open. */
  until: string | null;
  /** So many hours a place that is offered is held; null: it is given at once. */
  offerHours: number | null;
}

/** What of a join code counts when somebody brings it. */
export interface JoinCode {
  /** So many may come in by it; null: any number. */
  most: number | null;
  used: number;
  /** The last day, in the school's zone; null: it ends when staff end it. */
  until: string | null;
  /** Only addresses that end in this: `example.org` lets in `a@example.org` and `a@mail.example.org`. */
  domain: string | null;
  ended: boolean;
}

export type CodeFault = "unknown" | "ended" | "over" | "used-up" | "other-address";

/** What keeps a join code from letting somebody in; null: nothing does. */
export function codeFault(
  code: JoinCode | null,
  email: string | null,
  zone: Zone,
  now: Instant,
): CodeFault | null {
  if (code === null) return "unknown";
  if (code.ended) return "ended";
  if (code.until !== null && now >= endOf(code.until, zone)) return "over";
  if (code.most !== null && code.used >= code.most) return "used-up";
  return code.domain !== null && !endsIn(email, [code.domain]) ? "other-address" : null;
}

/** Whether one can join a waitlist at an instant. */
export const takesWaiters = (waitlist: Waitlist, zone: Zone, now: Instant) =>
  waitlist.until === null || now < endOf(waitlist.until, zone);

/**
 * Whether a mail address belongs to one of some domains, or to one below them. Domains are compared without regard to
 * case (RFC 4343).
 *
 * @example endsIn("ada@kitchen.example.org", ["example.org"]) // true
 * @example endsIn("ada@badexample.org", ["example.org"]) // false
 */
export function endsIn(email: string | null, domains: readonly string[]): boolean {
  const at = email?.lastIndexOf("@") ?? -1;
  if (email === null || at < 0) return false;
  const host = email.slice(at + 1).toLowerCase();
  return domains.some(
    (one) => host === one.toLowerCase() || host.endsWith(`.${one.toLowerCase()}`),
  );
}

/** The instant at which a written day is over. */
function endOf(day: string, zone: Zone): Instant {
  const date = parseDate(day);
  if (!date.ok) throw new TypeError(`This date was not checked: ${date.reason}`);
  return startOfDay(zone, addDays(date.value, 1));
}

/** The signs of a join code: none that is taken for another when it is read aloud or from paper. */
export const CODE_SIGNS = "ABCDEFGHJKMNPQRSTUVWXYZ23456789";

/**
 * A join code as it is kept: however it is typed, in capitals or not, with spaces or dashes.
 *
 * @example plainCode(" k7pq-2mxd ") // "K7PQ2MXD"
 */
export const plainCode = (typed: string) => typed.toUpperCase().replace(/[^A-Z0-9]/g, "");

/** Codes that are made have so many signs, of 31: some 850 thousand million codes, of which nobody guesses one. */
export const MADE_LENGTH = 8;

/** A join code as people read it: one that was made in groups of four, a word of the school's own as it is. */
export const sayCode = (code: string) =>
  code.length === MADE_LENGTH ? `${code.slice(0, 4)}-${code.slice(4)}` : code;
