/**
 * Renewal: whoever is in stays longer, by a way to pay of its own where there is one. What is left is not lost: the new
 * end is the old one, moved (calculations.md 4, "renewed").
 */
import type { Offer } from "@dawngate/contract/sales";
import type { PlanCourse } from "@dawngate/core/plan";
import type { PriceOption } from "@dawngate/core/sales";
import { formatInstant, type Instant, parseOffset } from "@dawngate/core/time";
import { published } from "../courses/service";
import type { SchoolTransaction } from "../db/connection";
import { appendEvent } from "../enrollment/append";
import { activeEnrollment } from "../enrollment/enroll";
import { addEnrollment } from "../enrollment/order-enrollment-store";
import { keyOfRenewal } from "../enrollment/order-keys";
import { readCase, withEvents, workOut } from "../schedule/case";
import type { Context } from "../school/context";
import type { Doing } from "./doing";
import type { OrderRow } from "./order-store";

/** The ways by which one renews: those made for it or, where there are none, all but subscriptions. */
export function waysToRenew(options: readonly PriceOption[]): PriceOption[] {
  const own = options.filter(({ renewal }) => renewal);
  return (own.length > 0 ? own : options).filter(({ kind }) => kind !== "subscription");
}

/** What counts from a day of the calendar gives nobody anything beyond it. */
const DATED: readonly string[] = ["date", "cohort-start", "cohort-end"];

/**
 * By how much access grows: by what the listing gives or, where it says nothing, the course; null: nothing is known, or
 * access ends with a day, whenever one buys.
 */
export function spanOf({ validity }: Pick<Offer, "validity">, plan: PlanCourse): string | null {
  const ends = validity ?? plan.validity;
  if (ends.some(({ from }) => DATED.includes(from))) return null;
  return ends.map(({ add }) => add).find((add) => add !== undefined && isSpan(add)) ?? null;
}

function isSpan(text: string): boolean {
  const read = parseOffset(text);
  return read.ok && read.value.kind === "date" && read.value.months + read.value.days > 0;
}

/** A course as it stands for somebody who would renew it. */
export interface Renewable {
  course: string;
  /** The end as it is, and as it would be. */
  until: Instant;
  becomes: Instant;
}

/** What renewing would do to each of its courses; null: somebody is not in all of them, or one has no end. */
export async function renewable(
  tx: SchoolTransaction,
  { school, person, now }: Pick<Context, "school" | "person" | "now">,
  offer: Offer,
): Promise<Renewable[] | null> {
  // Who is in with a cohort stays as long as it does.
  if (offer.cohorts.length > 0) return null;
  if (person === null || offer.courses.length === 0 || waysToRenew(offer.options).length === 0)
    return null;
  const found: Renewable[] = [];
  for (const { id: course } of offer.courses) {
    const enrollment = await activeEnrollment(tx, school, course, person, now);
    const held = enrollment === null ? null : await readCase(tx, school, enrollment);
    const { plan } = await published(tx, school, course);
    const add = spanOf(offer, plan);
    if (enrollment === null || !held || add === null) return null;
    const until = workOut(held, now).access.until;
    const event = { kind: "renewed", at: formatInstant(now), data: { add, grace: 0 } };
    const sequence = held.lastSequence + 1;
    const after = workOut(withEvents(held, [{ ...event, sequence } as never]), now).access.until;
    if (until === null || after === null || after <= until) return null;
    found.push({ course, until, becomes: after });
  }
  return found;
}

/** Moves the ends of what an order renews, in the transaction that records its payment. */
export async function renew(
  tx: SchoolTransaction,
  doing: Doing,
  order: OrderRow,
  offer: Offer,
): Promise<string[]> {
  const { school, now } = doing;
  const renewed: string[] = [];
  for (const { id: course } of offer.courses) {
    const enrollment =
      order.person_id === null
        ? null
        : await activeEnrollment(tx, school, course, order.person_id, now);
    const { plan } = await published(tx, school, course);
    const add = spanOf(offer, plan);
    if (enrollment === null || add === null) continue;
    await appendEvent(
      tx,
      school,
      course,
      enrollment,
      {
        kind: "renewed",
        at: formatInstant(now),
        data: { add, grace: 0 },
        reason: `Renewed: ${order.title}, order ${order.id}`,
        key: keyOfRenewal(order.id),
      },
      now,
    );
    await addEnrollment(tx, school, order.id, enrollment);
    renewed.push(enrollment);
  }
  return renewed;
}
