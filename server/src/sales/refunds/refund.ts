/**
 * Giving money back: what it comes to, seen before it is done; done once; and the money on its way in the same
 * transaction that writes it. Excess, which paid nothing, goes back whole.
 */
import { createHash } from "node:crypto";
import type {
  excessBack,
  newRefund,
  newWithdrawal,
  Order,
  OwnOrder,
  RefundAnswer,
} from "@dawngate/contract/sales";
import { percentOf, sayMoney } from "@dawngate/core/sales";
import type { Refund } from "@dawngate/core/sales/orders";
import { formatInstant } from "@dawngate/core/time";
import type { z } from "zod";
import { conflict, notFound, ProblemError } from "../../base/problem";
import type { SchoolTransaction } from "../../db/connection";
import { follow } from "../../jobs/outbox";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { isByHand } from "../by-hand/charge";
import { issueDocuments } from "../documents/issue";
import { addEvent, readEvents } from "../order-event-store";
import { type OrderRow, readOrder } from "../order-store";
import { openedBy, sayOrder, sayOwnOrder } from "../orders";
import { readShareOf } from "../partners/store";
import { tellGivenBack } from "../running/letters";
import { standingAt } from "../running/order-file";
import { runOn } from "../running/run";
import { type Asked, sayRefund, workOut } from "./work-out";

type Parts = Pick<Services, "db" | "baseUrl">;
/** What it would come to now. */
export async function showRefund(
  { db }: Parts,
  context: Context,
  id: string,
  asked: Asked,
): Promise<RefundAnswer> {
  return reading(db, context, async (tx) => {
    const order = await readOrder(tx, id);
    if (!order) throw notFound(`There is no order "${id}" in this school.`);
    const said = sayRefund(order, await workOut(tx, context, order, asked));
    return { ...said, partner: await partnerAfter(tx, order, said) };
  });
}

/** What whoever brought the order has earned by it, before and after. */
async function partnerAfter(
  tx: SchoolTransaction,
  { id }: OrderRow,
  { amount, tax }: RefundAnswer,
): Promise<RefundAnswer["partner"]> {
  const share = await readShareOf(tx, id);
  if (share === null) return null;
  const { name, net, percent, earned } = share;
  return { name, before: earned, after: percentOf(net - (amount - tax), percent) };
}

/** Gives it back: whoever sells says by which policy. Twice is once. */
export async function giveBack(
  { db, baseUrl }: Parts,
  context: Context,
  id: string,
  { key, seen, ...asked }: z.output<typeof newRefund>,
): Promise<Order> {
  return db.withSchool(context, async (tx) => {
    const order = await readOrder(tx, id, true);
    if (!order) throw notFound(`There is no order "${id}" in this school.`);
    await write(tx, { baseUrl }, context, order, { name: nameOf(key), seen, asked });
    return sayOrder(tx, context, (await readOrder(tx, id)) as OrderRow);
  });
}

/** The buyer gives the whole order back, while the law lets them. */
export async function giveOwnBack(
  { db, baseUrl }: Parts,
  context: Context,
  id: string,
  { secret, seen }: z.output<typeof newWithdrawal>,
): Promise<OwnOrder> {
  return db.withSchool(context, async (tx) => {
    const order = await openedBy(tx, context, id, secret, true);
    const asked = { policy: "withdrawal" } as const;
    await write(tx, { baseUrl }, context, order, { name: "withdrawal", seen, asked });
    return sayOwnOrder(tx, context, (await readOrder(tx, id)) as OrderRow);
  });
}

/** A payment that paid nothing goes back whole. */
export async function giveExcessBack(
  { db, baseUrl }: Parts,
  context: Context,
  id: string,
  { charge }: z.output<typeof excessBack>,
): Promise<Order> {
  return db.withSchool(context, async (tx) => {
    const order = await readOrder(tx, id, true);
    if (!order) throw notFound(`There is no order "${id}" in this school.`);
    const excess = await excessOf(tx, context, order);
    const amount = excess.get(charge);
    if (amount === undefined)
      throw conflict("This payment counts for something, or has gone back already.");
    const at = formatInstant(context.now);
    const event = { kind: "refunded", at, charge, amount, data: { charge } };
    if (await addEvent(tx, context.school, id, event)) {
      await payBack(tx, context, order, charge, [{ charge, amount }]);
      await tellGivenBack(tx, { baseUrl }, context, order, { amount, ends: false, documents: [] });
      await runOn(tx, { baseUrl }, context, id, true);
    }
    return sayOrder(tx, context, (await readOrder(tx, id)) as OrderRow);
  });
}

/** Payments that paid nothing, and have not gone back: of an order that was never fulfilled every payment. */
async function excessOf(tx: SchoolTransaction, context: Context, order: OrderRow) {
  const events = await readEvents(tx, order.id);
  const back = new Set(events.flatMap(({ kind, charge }) => (kind === "refunded" ? [charge] : [])));
  const excess =
    order.state === "paid"
      ? (await standingAt(tx, order, context.now)).excess
      : events.flatMap(({ kind, charge, amount }) =>
          kind === "charged" && charge !== null ? [{ charge, amount: amount ?? 0 }] : [],
        );
  return new Map(
    excess.flatMap(({ charge, amount }) => (back.has(charge) ? [] : [[charge, amount] as const])),
  );
}

/** A refund's name, made of its press: the same press is the same refund. */
const nameOf = (key: string) => `r-${createHash("sha256").update(key).digest("hex").slice(0, 16)}`;

interface Writing {
  name: string;
  seen: { amount: number; off: number };
  asked: Asked;
}

async function write(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  context: Context,
  order: OrderRow,
  { name, seen, asked }: Writing,
): Promise<void> {
  // The same press twice: it is done already.
  const done = (await readEvents(tx, order.id)).some(
    ({ kind, data }) => kind === "refunded" && data?.refund === name,
  );
  if (done) return;
  const worked = await workOut(tx, context, order, asked);
  if (!worked?.ok || worked.value.rule === "none")
    throw conflict(sayRefund(order, worked).fault ?? "Nothing is given back by this rule now.");
  const { amount, off, access } = worked.value;
  if (amount !== seen.amount || off !== seen.off)
    throw new ProblemError(
      409,
      `It comes to something else by now: ${sayMoney(amount, order.currency)}. Nothing was given back; look at it and press again.`,
      [{ path: "seen.amount", reason: sayMoney(amount, order.currency) }],
    );
  const data = {
    refund: name,
    amount,
    off,
    access,
    ...(asked.course !== undefined && { course: asked.course }),
  };
  const at = formatInstant(context.now);
  await addEvent(tx, context.school, order.id, {
    kind: "refunded",
    at,
    charge: `${order.id} ${name}`,
    amount,
    data,
  });
  await payBack(tx, context, order, name, worked.value.payments as Refund["payments"]);
  const documents = await issueDocuments(tx, context, order);
  await tellGivenBack(tx, services, context, order, {
    amount,
    ends: access === "ends",
    documents,
    byHand: worked.value.payments.some(({ charge }) => isByHand(charge)),
  });
  await runOn(tx, services, context, order.id, true);
}

/** The money itself, payment by payment, by a job that asks until it is done. */
async function payBack(
  tx: SchoolTransaction,
  { school }: Context,
  order: OrderRow,
  refund: string,
  payments: readonly { charge: string; amount: number }[],
): Promise<void> {
  for (const { charge, amount } of payments) {
    // What came by transfer goes back by transfer: whoever keeps the books does it.
    if (isByHand(charge)) continue;
    await follow(tx, school, "pay-back", {
      school,
      order: order.id,
      refund,
      charge,
      amount,
      currency: order.currency,
    });
  }
}
