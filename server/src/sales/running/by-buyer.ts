/** What the buyer of an order that runs does by themselves: pays what is open with another card, cancels, takes that back. */
import type { OwnOrder, payOpen } from "@dawngate/contract/sales";
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { conflict, ProblemError } from "../../base/problem";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { referenceOf } from "../../stand-ins/payments";
import { addEvent, readEvents } from "../order-event-store";
import { updateOrder } from "../order-store";
import { openedBy, sayOwnOrder } from "../orders";
import { runs, standingAt } from "./order-file";
import { runOn } from "./run";

/** So long nothing is charged by itself while the buyer is at the till, in milliseconds. */
const AT_THE_TILL = 20 * 60_000;
const OPEN = ["due", "failed", "overdue"];

type Parts = Pick<Services, "db" | "payments" | "baseUrl">;

/** Where the first open part is paid. The same part asked for again is the same payment, until it has failed. */
export async function payOpenPart(
  { db, payments, baseUrl }: Parts,
  context: Context,
  id: string,
  secret: string | undefined,
): Promise<z.infer<typeof payOpen>> {
  const { now, school, slug } = context;
  const wanted = await db.withSchool(context, async (tx) => {
    const order = await openedBy(tx, context, id, secret, true);
    const at = runs(order) && order.state === "paid" ? await standingAt(tx, order, now) : null;
    const part = at?.parts.find(({ state }) => OPEN.includes(state));
    if (!at || !part || at.endedAt !== null)
      throw conflict("Nothing is open in this order: there is nothing to pay now.");
    const tries = (await readEvents(tx, id)).filter(
      (event) => event.kind === "failed" && event.part === part.part,
    ).length;
    await updateOrder(tx, id, { held_until: formatInstant((now + AT_THE_TILL) as Instant) });
    return { part: part.part, amount: part.amount, currency: order.currency, tries };
  });
  if (!payments) throw new ProblemError(503, "Nothing can be paid here at this moment.");
  const { part, amount, currency, tries } = wanted;
  const back = secret === undefined ? "" : `?secret=${encodeURIComponent(secret)}`;
  const { url } = await payments.create({
    key: `${school} ${id} hand ${part} ${tries}`,
    amount,
    currency,
    reference: referenceOf(school, id, part),
    returnTo: `${baseUrl}/${slug}/orders/${id}${back}`,
  });
  return { pay: url };
}

/** Cancels a subscription at the end of what is paid, or takes that back. Twice is once. */
export async function cancelOwn(
  services: Parts,
  context: Context,
  id: string,
  secret: string | undefined,
  kind: "cancelled" | "cancel-taken-back",
): Promise<OwnOrder> {
  return services.db.withSchool(context, async (tx) => {
    const order = await openedBy(tx, context, id, secret, true);
    if (order.kind !== "subscription" || order.state !== "paid" || !runs(order))
      throw conflict("There is no subscription in this order to cancel.");
    const before = await standingAt(tx, order, context.now);
    const isEnding = before.state === "ending";
    if (before.endedAt !== null) throw conflict("This subscription has ended already.");
    if (isEnding !== (kind === "cancelled")) {
      const data = kind === "cancelled" ? { when: "period-end" } : {};
      const at = formatInstant(context.now);
      await addEvent(tx, context.school, id, { kind, at, charge: null, amount: null, data });
      await runOn(tx, services, context, id);
    }
    return sayOwnOrder(tx, context, order);
  });
}
