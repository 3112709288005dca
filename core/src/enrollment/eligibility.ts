/** Whether somebody may enroll, and each reason why not (calculations.md 6, in its order). */
import type { Instant, Zone } from "../time";
import { type CodeFault, type Entry, endsIn, takesWaiters, type Waitlist } from "./ways-in";
import { type Window, windowInstants, windowState } from "./window";

/** What enrolling depends on. */
export interface EnrollingPlace {
  published: boolean;
  /** The course is in the school's archive: it takes nobody any more. */
  archived?: boolean;
  /** It is on sale: the way in is to buy it. */
  sold?: boolean;
  /** Only addresses that end in one of these come in; empty: any. */
  domains?: readonly string[];
  window: Window | null;
  entry?: Entry;
  waitlist?: Waitlist | null;
  /** Seats that are left; null: no limit. */
  seatsLeft: number | null;
  /** The cohort has ended at this instant, if there is a cohort. */
  ends: Instant | null;
}

/** What of somebody enrolling depends on. */
export interface Comer {
  isIn: boolean;
  /** Staff keep them out, of this course or of the school. */
  blocked?: boolean;
  /** Their mail address; null: not known yet. */
  email?: string | null;
  /** Courses that have to be completed first and are not, by their titles. */
  missing?: readonly { course: string; title: string }[];
  /** What the school's own fields should say of them and do not; `known`: they say something else. */
  unfit?: readonly { field: string; says: readonly string[]; known: boolean }[];
  /** What they bring: a join code that holds, or what keeps it from holding; null: none. */
  code?: "holds" | CodeFault | null;
  /** What became of their asking to come in; null: they have not asked. */
  asked?: "waiting" | "approved" | "refused" | null;
  /** A place is offered to them: it is theirs, whatever else has been taken. */
  offered?: boolean;
  /** They have a membership, at this instant, that the course is in: what is sold they need not buy. */
  isMember?: boolean;
}

/** A reason why somebody cannot enroll; instants where they help. */
export type EnrollingFault =
  | { kind: "in-already" }
  | { kind: "not-published" }
  | { kind: "archived" }
  | { kind: "sold" }
  | { kind: "blocked" }
  | { kind: "other-address"; domains: readonly string[] }
  | { kind: "other-answer"; field: string; says: readonly string[]; known: boolean }
  | { kind: "needs-course"; course: string; title: string }
  | { kind: "not-yet"; opens: Instant }
  | { kind: "window-closed"; closed: Instant }
  | { kind: "cohort-ended"; ended: Instant }
  | { kind: "needs-code" }
  | { kind: "code"; fault: CodeFault }
  | { kind: "needs-approval" }
  | { kind: "asked" }
  | { kind: "refused" }
  | { kind: "needs-membership" }
  | { kind: "by-staff" }
  | { kind: "full"; waitlist: boolean };

type FaultKind = EnrollingFault["kind"];

/** What is looked at, in the order of calculations.md 6, and by which faults each fails. */
export const CHECKS = {
  published: ["not-published", "archived"],
  blocked: ["blocked"],
  audience: ["other-address", "other-answer"],
  prerequisites: ["needs-course"],
  window: ["not-yet", "window-closed", "cohort-ended"],
  entry: [
    "sold",
    "needs-code",
    "code",
    "needs-approval",
    "asked",
    "refused",
    "needs-membership",
    "by-staff",
  ],
  seats: ["full"],
} as const satisfies Record<string, readonly FaultKind[]>;

export type Check = keyof typeof CHECKS;

/**
 * All that keeps somebody out; empty where nothing does. Somebody who is in is told that alone.
 *
 * @example
 * enrollingFaults({ published: true, window: null, seatsLeft: 0, ends: null }, { isIn: false }, zone, now)
 * // [{ kind: "full", waitlist: false }]
 */
export function enrollingFaults(
  place: EnrollingPlace,
  comer: Comer,
  zone: Zone,
  now: Instant,
): EnrollingFault[] {
  if (comer.isIn) return [{ kind: "in-already" }];
  const { domains = [] } = place;
  const { email = null } = comer;
  const faults: EnrollingFault[] = [];
  if (!place.published) faults.push({ kind: "not-published" });
  if (place.archived) faults.push({ kind: "archived" });
  if (comer.blocked) faults.push({ kind: "blocked" });
  // Whoever is not known yet is told when they are: the page does not guess.
  if (domains.length > 0 && email !== null && !endsIn(email, domains))
    faults.push({ kind: "other-address", domains });
  for (const one of comer.unfit ?? []) faults.push({ kind: "other-answer", ...one });
  for (const one of comer.missing ?? []) faults.push({ kind: "needs-course", ...one });
  if (place.window) {
    const { opens, closes } = windowInstants(place.window, zone);
    const state = windowState(place.window, zone, now);
    if (state === "before") faults.push({ kind: "not-yet", opens });
    // What was offered while the window was open is held as long as the offer says.
    if (state === "closed" && !comer.offered)
      faults.push({ kind: "window-closed", closed: closes });
  }
  if (place.ends !== null && place.ends <= now)
    faults.push({ kind: "cohort-ended", ended: place.ends });
  const isToBuy = place.sold && !comer.isMember;
  const atDoor = isToBuy ? ({ kind: "sold" } as const) : entryFault(place.entry, comer);
  if (atDoor) faults.push(atDoor);
  if (place.seatsLeft !== null && place.seatsLeft <= 0 && !comer.offered) {
    const takes = place.waitlist ? takesWaiters(place.waitlist, zone, now) : false;
    faults.push({ kind: "full", waitlist: takes });
  }
  return faults;
}

/** What keeps somebody out at a door of this kind. A code that holds is enough; so is having been approved or offered. */
function entryFault(
  entry: Entry = "anyone",
  { code = null, asked = null, offered = false, isMember = false }: Comer,
): EnrollingFault | null {
  if (entry === "anyone" || offered || code === "holds") return null;
  if (code !== null) return { kind: "code", fault: code };
  if (entry === "staff") return { kind: "by-staff" };
  if (entry === "members") return isMember ? null : { kind: "needs-membership" };
  if (entry === "code") return { kind: "needs-code" };
  if (asked === "approved") return null;
  if (asked === "waiting") return { kind: "asked" };
  return { kind: asked === "refused" ? "refused" : "needs-approval" };
}

/** Whether nothing but the seats keeps somebody out, and the waitlist takes them (calculations.md 6). */
export const mayWait = (faults: readonly EnrollingFault[]) =>
  faults.length === 1 && faults[0]?.kind === "full" && faults[0].waitlist;
