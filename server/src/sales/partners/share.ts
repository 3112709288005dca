/**
 * What of an order is a partner's (orders.md, "Partners"): agreed when it is made, worked out by the core from what has
 * happened to it, and kept, so that nobody works out all orders to see what one partner brought.
 */
import { USUAL_PARTNER_TERMS } from "@dawngate/contract/partners";
import { partnerShareAt } from "@dawngate/core/sales/orders";
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { Touch } from "../../base/touches";
import type { Database, SchoolId, SchoolTransaction } from "../../db/connection";
import type { Agreed } from "../../db/tables/partners";
import { system } from "../../db/who";
import { follow } from "../../jobs/outbox";
import type { Doing } from "../doing";
import { readOrder } from "../order-store";
import { orderFile } from "../running/order-file";
import { readPartnerTerms, staleShares, takingPart, writeShare } from "./store";

/** So many are looked at again while somebody waits; the job does the rest. */
const AT_ONCE = 100;

/** What holds for an order that is made now; null: no link counts. Nobody earns by what they buy themselves. */
export async function agreed(
  tx: SchoolTransaction,
  touches: readonly Touch[],
  buyer: string,
): Promise<Agreed | null> {
  if (touches.length === 0) return null;
  const percent = await takingPart(
    tx,
    touches.map(({ partner }) => partner),
    buyer,
  );
  const counting = touches.filter(({ partner }) => percent.has(partner));
  if (counting.length === 0) return null;
  return {
    ...((await readPartnerTerms(tx)) ?? USUAL_PARTNER_TERMS),
    percent: Object.fromEntries(percent),
    touches: counting.map(({ partner, at }) => ({ partner, at: formatInstant(at) })),
  };
}

/** Works it out as it stands now, and asks for the next look. Done again, nothing is done twice. */
export async function keepShare(tx: SchoolTransaction, doing: Doing, id: string): Promise<void> {
  const order = await readOrder(tx, id, true);
  if (!order?.partners) return;
  const share = partnerShareAt(await orderFile(tx, order, null), doing.now);
  if (!share) return;
  const nextAt = share.nextPayable === null ? null : formatInstant(share.nextPayable);
  await writeShare(
    tx,
    doing.school,
    { id, at: order.bought_at, currency: order.currency, paid: order.state === "paid" },
    { ...share, nextAt },
  );
  if (share.nextPayable !== null)
    await follow(
      tx,
      doing.school,
      "partner-share",
      { school: doing.school, order: id },
      { once: `${id} ${nextAt}`, after: Math.max(0, share.nextPayable - doing.now) },
    );
}

/**
 * Looks again at what has changed of a partner's orders, or of all partners': each order in a transaction of its own, so
 * that nobody who holds one waits for another.
 */
export async function freshen(
  { db }: { db: Pick<Database, "withSchool"> },
  doing: Doing,
  partner: string | null,
): Promise<void> {
  const now = formatInstant(doing.now);
  const stale = await db.withSchool(doing, (tx) => staleShares(tx, partner, now, AT_ONCE));
  for (const order of stale) await db.withSchool(doing, (tx) => keepShare(tx, doing, order));
}

/** What a job does for an order of a school. */
export const shareKeeper =
  ({ db, now }: { db: Database; now(): Instant }) =>
  async (schoolId: string, id: string): Promise<void> => {
    const doing = { school: schoolId as SchoolId, who: system("partners"), now: now() };
    await db.withSchool(doing, (tx) => keepShare(tx, doing, id));
  };
