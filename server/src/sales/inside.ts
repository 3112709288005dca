/** Whether somebody is in all that is sold, and would stay no longer by it: they need not buy it, nor take a seat of it. */
import type { Offer } from "@dawngate/contract/sales";
import { isSame } from "@dawngate/core/plan";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { activeEnrollment } from "../enrollment/enroll";
import { isByListing } from "../enrollment/order-enrollment-store";
import { laterEnd } from "../enrollment/reach";
import { hasMembership } from "./memberships/membership";
import { cohortIn } from "./terms-store";

interface At {
  school: SchoolId;
  now: Instant;
}

/** What is sold: a listing, by its terms. */
export interface Sold {
  listing: string;
  offer: Pick<Offer, "courses" | "cohorts" | "validity" | "membership">;
}

/** The courses, of these, that somebody is in, with the enrollment that counts. */
export async function insideOf(
  tx: SchoolTransaction,
  { school, now }: At,
  courses: Iterable<string>,
  person: string,
): Promise<Map<string, string>> {
  const inside = new Map<string, string>();
  for (const course of new Set(courses)) {
    const active = await activeEnrollment(tx, school, course, person, now);
    if (active !== null) inside.set(course, active);
  }
  return inside;
}

/**
 * Whether somebody who is in all of it would stay longer by it: who was let in for two weeks can buy it. Who has it by
 * this listing, or by the same terms, stays longer by renewing, and buys nothing twice by mistake.
 */
export async function wouldGain(
  tx: SchoolTransaction,
  at: At,
  { listing, offer }: Sold,
  inside: ReadonlyMap<string, string>,
): Promise<boolean> {
  const { validity } = offer;
  for (const { id } of offer.courses) {
    const enrollment = inside.get(id) ?? "";
    const later = await laterEnd(tx, at, enrollment, { cohort: cohortIn(offer, id), validity });
    if (!later || isSame(later.held.enrollment.validity, validity)) continue;
    if (!(await isByListing(tx, enrollment, listing))) return true;
  }
  return false;
}

/** Whether it would give somebody nothing. */
export async function needsNone(
  tx: SchoolTransaction,
  at: At,
  sold: Sold,
  person: string,
): Promise<boolean> {
  if (sold.offer.membership) return (await hasMembership(tx, at, sold.listing, person)) !== null;
  const courses = sold.offer.courses.map(({ id }) => id);
  const inside = await insideOf(tx, at, courses, person);
  return courses.every((id) => inside.has(id)) && !(await wouldGain(tx, at, sold, inside));
}
