/** What the buyer of an order that runs does by themselves: puts in another card, cancels, takes that back. */
import type { OwnOrder, putIn } from "@dawngate/contract/sales";
import { isOpen } from "@dawngate/core/sales/orders";
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { conflict, ProblemError } from "../../base/problem";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { referenceOf } from "../../stand-ins/payments";
import { askLater } from "../cards/ask-page";
import { addEvent, readEvents } from "../order-event-store";
import { updateOrder } from "../order-store";
import { openedBy, sayOwnOrder } from "../orders";
import { runs, standingAt } from "./order-file";
import { runOn } from "./run";

/** So long nothing is charged by itself while the buyer is at the till, in milliseconds. */
const AT_THE_TILL = 20 * 60_000;

type Parts = Pick<Services, "db" | "payments" | "baseUrl">;

/**
 * Where a card is put in: the first open part is paid with it; where nothing is open it is kept for what is to come. Asked
 * for again it is the same page, until something has come of it.
 */
export async function putInCard(
  { db, payments, baseUrl }: Parts,
  context: Context,
  id: string,
  secret: string | undefined,
): Promise<z.infer<typeof putIn>> {
  const { now, school, slug } = context;
  const wanted = await db.withSchool(context, async (tx) => {
    const order = await openedBy(tx, context, id, secret, true);
    if (order.pay_by !== null) throw conflict("It is paid by transfer: it needs no card.");
    const at = runs(order) && order.state === "paid" ? await standingAt(tx, order, now) : null;
    const part = at?.parts.find(({ state }) => isOpen(state));
    if (!at || at.endedAt !== null || !(part || at.next.charge))
      throw conflict("Nothing is charged for this order any more: it needs no card.");
    const events = await readEvents(tx, id);
    const sofar = part
      ? events.filter(({ kind, part: of }) => kind === "failed" && of === part.part)
      : events.filter(({ kind }) => kind === "card-replaced");
    const key = `${school} ${id} ${part ? `hand ${part.part}` : "card"} ${sofar.length}`;
    await askLater(tx, school, { order: id, key, part: part?.part ?? null });
    if (part)
      await updateOrder(tx, id, { held_until: formatInstant((now + AT_THE_TILL) as Instant) });
    return { key, part, currency: order.currency };
  });
  if (!payments) throw new ProblemError(503, "Nothing can be paid here at this moment.");
  const { key, part, currency } = wanted;
  const back = secret === undefined ? "" : `?secret=${encodeURIComponent(secret)}`;
  const page = {
    key,
    reference: referenceOf(school, id, part?.part),
    returnTo: `${baseUrl}/${slug}/orders/${id}${back}`,
  };
  const made = part
    ? payments.create({ ...page, amount: part.amount, currency })
    : payments.keepCard(page);
  const { url } = await made.catch(() => {
    throw new ProblemError(
      503,
      "The till does not answer. Nothing was done; try again in a minute.",
    );
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
