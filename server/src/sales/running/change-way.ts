/**
 * A subscription changed to another way to pay (orders.md, "Subscriptions"): at the period's end, or at once with what is
 * unused counted in. What is to be charged is written down first, charged by the card on file under a key of its own,
 * and put on record with what it changes; a server that ends in between is followed by a job that asks again.
 */
import type { OwnOrder, WayChanges, wayChange } from "@dawngate/contract/sales";
import { type Listing, quote, sayMoney } from "@dawngate/core/sales";
import { type ChangeReason, changeAhead } from "@dawngate/core/sales/orders";
import type { z } from "zod";
import { conflict, ProblemError } from "../../base/problem";
import { newSecret } from "../../base/secret";
import type { Database, SchoolId, SchoolTransaction } from "../../db/connection";
import type { Changing, Series } from "../../db/tables/sales";
import { system } from "../../db/who";
import { follow } from "../../jobs/outbox";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { listingOf } from "../../school/price";
import { reading } from "../../school/service";
import { readSchool } from "../../school/store";
import { referenceOf } from "../../stand-ins/payments";
import { taxFor } from "../buyer-tax";
import { readListing } from "../listing-store";
import { readEvents } from "../order-event-store";
import { type OrderRow, readOrder, updateOrder } from "../order-store";
import { openedBy, sayOwnOrder } from "../orders";
import { settle } from "../settle";
import { orderFile, runs } from "./order-file";
import { seriesOf } from "./series";
import { currentOption } from "./series-now";
import { writeChange } from "./write-change";

type Parts = Pick<Services, "db" | "payments" | "baseUrl">;
type To = Changing["to"];

const FAULTS: Record<ChangeReason, string> = {
  "not-running": "This order is no subscription.",
  ended: "This subscription has ended.",
  cancelled: "It is cancelled. Go on after all, and change it then.",
  "open-part": "Something of it is unpaid. Pay that first, and change it then.",
};
/** So long after the press the job asks what became of the charge, in milliseconds. */
const ASK_AFTER = 60_000;

/** What changing would come to now: to each other way that is sold today, at today's price. */
export async function showChanges(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  secret: string | undefined,
): Promise<WayChanges> {
  return reading(db, context, async (tx) => {
    const order = await openedBy(tx, context, id, secret);
    const all = await changesOf(tx, context, order);
    return {
      fault: all.fault,
      ways: all.ways.map(({ to, value: { now, atEnd } }) => ({
        option: to.option ?? "",
        every: to.every,
        amount: to.amount,
        now: now && { credit: now.credit, asks: now.asks, next: now.next },
        atEnd,
      })),
    };
  });
}

async function changesOf(tx: SchoolTransaction, context: Context, order: OrderRow) {
  const nothing = { ways: [], fault: FAULTS["not-running"] };
  if (order.kind !== "subscription" || order.state !== "paid" || !runs(order)) return nothing;
  const file = await orderFile(tx, order, null);
  const current = currentOption(order, await readEvents(tx, order.id));
  let fault: string | null = null;
  const ways = [];
  for (const to of await otherWays(tx, context, order, current)) {
    const ahead = changeAhead(file, context.now, to);
    if (ahead.ok) ways.push({ to, value: ahead.value });
    else fault = FAULTS[ahead.reason];
  }
  return { ways, fault };
}

/** What is sold today for as many, in the same place for tax. Codes and prices for holders are of the purchase. */
async function otherWays(
  tx: SchoolTransaction,
  { now }: Context,
  order: OrderRow,
  current: string,
): Promise<To[]> {
  const row = await readListing(tx, order.listing_id);
  if (row?.state !== "on-sale" && row?.state !== "private") return [];
  const school = await readSchool(tx);
  const listing: Listing = listingOf(order.listing_id, row.offer, school);
  // Where its buyer was at the purchase; the rates are today's.
  const place = order.tax ? (taxFor(school, row.offer, order.tax.buyer, now)?.place ?? null) : null;
  return listing.options.flatMap((option) => {
    if (option.kind !== "subscription" || option.id === current) return [];
    const asked = { option: option.id, seats: order.seats, holds: [], place };
    const series: Series | null = seriesOf(
      listing,
      quote(listing, { ...asked, at: now, codes: [] }),
      asked,
      now,
    );
    if (!series) return [];
    const { first: _, ...to } = series;
    return [to];
  });
}

/** Changes it. Where something is charged, the answer comes once it is known, or the page asks again. */
export async function changeWay(
  services: Parts,
  context: Context,
  id: string,
  { secret, option, when, seen }: z.output<typeof wayChange>,
): Promise<OwnOrder> {
  const { db, payments } = services;
  const waits = await db.withSchool(context, async (tx) => {
    const order = await openedBy(tx, context, id, secret, true);
    if (order.changing) throw conflict("It is being changed already. Look again in a moment.");
    const { ways, fault } = await changesOf(tx, context, order);
    if (fault !== null) throw conflict(fault);
    const way = ways.find(({ to }) => to.option === option);
    if (!way) throw conflict("This way to pay is not sold any more. Load the page again.");
    const { now } = way.value;
    if (when === "now" && now === null)
      throw conflict(
        "What is left is worth more than it costs: it can change at the period's end.",
      );
    const asks = when === "now" && now ? now.asks.amount : 0;
    if (asks !== seen.amount)
      throw new ProblemError(
        409,
        `It comes to ${sayMoney(asks, order.currency)} by now. Nothing was changed; look at it and press again.`,
        [{ path: "seen.amount", reason: sayMoney(asks, order.currency) }],
      );
    if (asks === 0) {
      await writeChange(tx, services, context, order, { to: way.to, when });
      return null;
    }
    if (order.card === null || !payments)
      throw conflict("There is no card on file to charge. Change it at the period's end.");
    const changing = {
      key: newSecret().slice(0, 12),
      to: way.to,
      amount: asks,
      part: now?.part ?? 2,
    };
    await updateOrder(tx, id, { changing: JSON.stringify(changing) });
    const payload = { school: context.school, order: id };
    await follow(tx, context.school, "change-way", payload, {
      once: `${id} ${changing.key}`,
      after: ASK_AFTER,
    });
    return order;
  });
  if (waits)
    await chargeChange(
      services,
      { school: context.school, who: context.who, now: context.now },
      id,
    );
  return db.withSchool(context, async (tx) =>
    sayOwnOrder(tx, context, (await readOrder(tx, id)) as OrderRow),
  );
}

/** What a job does for an order of which a change still waits for its charge. */
export const wayChanger =
  ({ db, payments, baseUrl, now }: Parts & Pick<Services, "now"> & { db: Database }) =>
  async (schoolId: string, id: string): Promise<void> => {
    const doing = { school: schoolId as SchoolId, who: system("till"), now: now() };
    await chargeChange({ db, payments, baseUrl }, doing, id);
  };

/** Charges it: the same change is the same charge, however often it is asked for. */
async function chargeChange(
  { db, payments, baseUrl }: Parts,
  doing: Pick<Context, "school" | "who" | "now">,
  id: string,
): Promise<void> {
  const order = await db.withSchool(doing, (tx) => readOrder(tx, id));
  if (!order?.changing || order.card === null || !payments) return;
  const { key, amount, part } = order.changing;
  const found = await payments
    .charge({
      key: `${doing.school} ${id} change ${key}`,
      amount,
      currency: order.currency,
      reference: referenceOf(doing.school, id, part, true),
      card: order.card,
    })
    // It is asked again by the job.
    .catch(() => null);
  await db.withSchool(doing, async (tx) => {
    if (found?.charge && found.state !== "open")
      await settle(tx, { baseUrl }, doing, id, {
        paid: found.state === "paid",
        charge: found.charge,
        amount: found.amount,
        part,
      });
    else
      await follow(
        tx,
        doing.school,
        "change-way",
        { school: doing.school, order: id },
        { after: ASK_AFTER },
      );
  });
}
