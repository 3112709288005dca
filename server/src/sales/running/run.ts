/**
 * What follows for an order that runs, at an instant: its enrollments are told what the core says happened (a further
 * payment, a suspension, its end), and when it is to be looked at again is written down. Done again, nothing is done twice.
 */
import { type OrderAt, orderAt } from "@dawngate/core/sales/orders";
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { appendEvent } from "../../enrollment/append";
import { enrollmentsOfOrder } from "../../enrollment/order-enrollment-store";
import { keyOfOrder } from "../../enrollment/order-keys";
import { follow } from "../../jobs/outbox";
import type { Services } from "../../school/kit";
import { askForParts } from "../by-hand/parts";
import { cardEndOf, warnOfCard } from "../cards/card-end";
import type { Doing } from "../doing";
import { tellMembership } from "../memberships/membership";
import { type OrderRow, readOrder, updateOrder } from "../order-store";
import { tellEnded, tellSuspended } from "./letters";
import { orderFile, runs } from "./order-file";
import { takeUpPrice } from "./take-up-price";

export interface Run {
  order: OrderRow;
  at: OrderAt;
}

/** Null: there is no such order, or nothing follows after its purchase; `refunded`: something does in any case. */
export async function runOn(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  id: string,
  refunded = false,
): Promise<Run | null> {
  const order = await readOrder(tx, id, true);
  if (order?.state !== "paid" || !(refunded || runs(order))) return null;
  await takeUpPrice(tx, doing, order);
  const file = await orderFile(tx, order, null);
  const at = orderAt(file, doing.now);
  const news = await tellEnrollments(tx, doing, order, at);
  await tellMembership(tx, id, at);
  // What is disputed is told of by itself.
  if (news.has("suspended") && at.state !== "disputed")
    await tellSuspended(tx, services, doing, order, at);
  if (news.has("revoked") && at.endedBy === "unpaid") await tellEnded(tx, doing, order);
  const end = cardEndOf(file, at, order);
  if (end) await warnOfCard(tx, services, doing, order, end);
  const isByHand = order.pay_by !== null;
  const tells = isByHand
    ? await askForParts(tx, services, doing, { order, file, at })
    : (end?.tell ?? []).map((one) => one.at);
  await lookAgain(tx, doing, id, { at, tells, charges: !isByHand });
  return { order, at };
}

interface Looked {
  at: OrderAt;
  /** When its buyer is to be told something; what has passed is told. */
  tells: readonly string[];
  /** What falls due is charged by itself: not of an order that is paid by transfer. */
  charges: boolean;
}

/** Keeps how it stands, and has it looked at again when something happens next by itself. */
export async function lookAgain(
  tx: SchoolTransaction,
  { school, now }: Pick<Doing, "school" | "now">,
  order: string,
  about: Looked,
): Promise<void> {
  const next = nextLook(about, now);
  const { at } = about;
  await updateOrder(tx, order, { standing: at.state, next_at: next });
  if (next !== null)
    await follow(
      tx,
      school,
      "run-order",
      { school, order },
      { once: `${order} ${next}`, after: Math.max(0, Date.parse(next) - now) },
    );
}

/** When something happens next by itself; null: nothing does. */
function nextLook({ at, tells, charges }: Looked, now: Instant): string | null {
  const { charge, suspends, ends } = at.next;
  const told = tells.filter((one) => Date.parse(one) > now);
  return (
    [charges ? (charge?.at ?? null) : null, suspends, ends, ...told]
      .flatMap((one) => (one === null ? [] : [one]))
      .sort((a, b) => Date.parse(a) - Date.parse(b))[0] ?? null
  );
}

/** The kinds of what they were told that they did not know. */
async function tellEnrollments(
  tx: SchoolTransaction,
  { school, now }: Doing,
  order: OrderRow,
  { enrollment, state }: OrderAt,
): Promise<Set<string>> {
  const news = new Set<string>();
  const held = await enrollmentsOfOrder(tx, order.id);
  const { paidThrough, grace } = enrollment;
  const told = [
    ...enrollment.events.map(({ type, at, course, part }) => ({
      kind: type,
      at,
      course,
      data: type === "part-paid" ? { part: part ?? 2 } : {},
      key: `${keyOfOrder(order.id)} ${type} ${at} ${part ?? ""}`,
    })),
    ...(paidThrough === null
      ? []
      : [
          {
            kind: "paid-through",
            at: formatInstant(now as Instant),
            course: null,
            data: { through: paidThrough, grace },
            key: `${keyOfOrder(order.id)} paid-through ${paidThrough} ${grace}`,
          },
        ]),
  ];
  for (const { course, ...event } of told)
    for (const one of held) {
      if (course !== null && course !== one.course) continue;
      const reason = WHY[event.kind]?.(order, state === "disputed") ?? null;
      if (await appendEvent(tx, school, one.course, one.id, { ...event, reason }, now))
        news.add(event.kind);
    }
  return news;
}

/** Why, as it stands on a person's record. */
const WHY: Readonly<Record<string, (order: OrderRow, isDisputed: boolean) => string>> = {
  suspended: ({ title, pay_by }, isDisputed) => {
    if (isDisputed) return `A payment of “${title}” is disputed`;
    return `A part of “${title}” ${pay_by === null ? "could not be charged" : "has not been paid"}`;
  },
  unsuspended: ({ title }) => `“${title}” is paid, or its dispute is settled`,
  revoked: ({ title }) => `“${title}” has ended, or was given back`,
};
