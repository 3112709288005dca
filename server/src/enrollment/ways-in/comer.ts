/** Who knocks: what of somebody counts at the door of a course, and what the door asks for. */
import {
  type Comer,
  codeFault,
  type EnrollingPlace,
  plainCode,
  takesWaiters,
  type Waitlist,
} from "@dawngate/core/enrollment";
import type { Instant, Zone } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { membershipFor } from "../memberships/member";
import type { HeldMembership } from "../memberships/store";
import { notFitting } from "./audience";
import { lastRequest, placeOn } from "./queue-store";
import { findCode, isBlocked, notCompleted, USUAL_WAY, type WayRow } from "./store";

/** Who they are, as far as they are known. */
export interface Knocks {
  person: string | null;
  email: string | null;
  /** What they typed as a join code; null: nothing. */
  code: string | null;
}

/** A code that was found, as far as the door needs it. */
interface FoundCode {
  id: string;
  cohort: string | null;
}

/** What the way into a cohort (null: the course) asks for. */
export function askedBy(ways: ReadonlyMap<string | null, WayRow>, cohort: string | null) {
  const way = ways.get(cohort) ?? USUAL_WAY;
  const { domains, entry, waitlist } = way;
  /** As what keeps people out is told by. */
  const place = { domains, entry, waitlist } satisfies Partial<EnrollingPlace>;
  return { ...way, place };
}

/**
 * A join code as it stands for somebody at an instant; null where none was typed. `hold`: until the transaction ends
 * nobody else comes in by it, so that the last place of a code is given once.
 */
export async function codeAt(
  tx: SchoolTransaction,
  course: string,
  { code, email }: Pick<Knocks, "code" | "email">,
  zone: Zone,
  now: Instant,
  hold = false,
): Promise<{ found: FoundCode | null; stands: Comer["code"] } | null> {
  if (code === null || plainCode(code) === "") return null;
  const row = await findCode(tx, course, plainCode(code), hold);
  const known = row ? { ...row, ended: row.ended_at !== null } : null;
  const stands = codeFault(known, email, zone, now) ?? "holds";
  return { found: row ? { id: row.id, cohort: row.cohort } : null, stands };
}

/** What of somebody is the same at every door of a course. */
interface KnownComer {
  isIn: boolean;
  blocked: boolean;
  /** The membership by which the course is open to them; null: none is. */
  membership: HeldMembership | null;
}

export async function knownAt(
  tx: SchoolTransaction,
  course: string,
  person: string | null,
  isIn: boolean,
  now: Instant,
): Promise<KnownComer> {
  return {
    isIn,
    blocked: person !== null && (await isBlocked(tx, person, course)),
    membership: await membershipFor(tx, person, course, now),
  };
}

/** What of somebody counts at one door: they have completed what is asked, have asked, wait. */
export async function comerAt(
  tx: SchoolTransaction,
  course: string,
  { cohort, needs, audience }: { cohort: string | null } & Pick<WayRow, "needs" | "audience">,
  { person, email }: Pick<Knocks, "person" | "email">,
  code: Awaited<ReturnType<typeof codeAt>>,
  { membership, ...known }: KnownComer,
  now: Instant,
  /** Whether they stand before it, and can still answer what is asked there. */
  atDoor = true,
) {
  // A code for another cohort opens nothing here.
  const fits = code === null || code.found?.cohort == null || code.found.cohort === cohort;
  const asked = person === null ? undefined : await lastRequest(tx, course, cohort, person);
  const waits = person === null || cohort === null ? undefined : await placeOn(tx, cohort, person);
  const until = waits?.offerUntil ?? null;
  const offered = waits?.state === "offered" && until !== null && Date.parse(until) > now;
  const comer: Comer = {
    ...known,
    isMember: membership !== null,
    email,
    // A visitor may have completed it under another name: they are asked to sign in first.
    missing: email === null ? [] : await notCompleted(tx, person, needs),
    unfit: email === null ? [] : await notFitting(tx, audience, person, atDoor),
    code: code !== null && fits ? (code.stands ?? null) : null,
    asked: asked?.state ?? null,
    offered,
  };
  return { comer, waits, refusedBecause: asked?.state === "refused" ? asked.reason : null };
}

/**
 * The seats that are left for somebody, where people wait: a free place belongs to whoever waits the longest, also in the
 * moment before it is offered to them, as long as the waitlist is served. `waiting`: how many wait without an offer.
 */
export function seatsFor(
  left: number | null,
  waitlist: Waitlist | null,
  waiting: number,
  waits: { state: "waiting" | "offered"; ahead: number } | undefined,
  zone: Zone,
  now: Instant,
): number | null {
  if (left === null || waitlist === null || !takesWaiters(waitlist, zone, now)) return left;
  return Math.max(0, left - (waits?.state === "waiting" ? waits.ahead : waiting));
}
