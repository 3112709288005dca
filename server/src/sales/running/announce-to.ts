/** One order to which another price is announced: what it comes to for its buyer, and from which payment on. */
import { isDeepStrictEqual } from "node:util";
import type { Offer } from "@dawngate/contract/sales";
import { quote } from "@dawngate/core/sales";
import { priceAhead } from "@dawngate/core/sales/orders";
import { dateIn, formatInstant, type Instant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import type { Announced, Series } from "../../db/tables/sales";
import type { Services } from "../../school/kit";
import { listingOf } from "../../school/price";
import { readSchool, type SchoolRow } from "../../school/store";
import { taxFor } from "../buyer-tax";
import type { Doing } from "../doing";
import { addEvent, readEvents } from "../order-event-store";
import { type OrderRow, updateOrder } from "../order-store";
import { readTerms } from "../terms-store";
import type { AnnouncedRow } from "./announced-store";
import { tellAnnounced } from "./letters";
import { orderFile, runs } from "./order-file";
import { runOn } from "./run";
import { seriesOf } from "./series";
import { currentOption, isAsBought, seriesNow } from "./series-now";

/**
 * Nothing is announced to whoever pays in another way, or as much already. Whoever has cancelled is not written to: it
 * stands with their order, and holds if they go on after all.
 */
export async function announceTo(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  { id, option, from }: AnnouncedRow,
  terms: Offer,
): Promise<void> {
  if (order.kind !== "subscription" || order.state !== "paid" || !runs(order)) return;
  const events = await readEvents(tx, order.id);
  if (currentOption(order, events) !== option) return;
  const isTold = events.some(({ kind, data }) => kind === "price-announced" && data?.id === id);
  if (isTold) return;
  const file = await orderFile(tx, order, null);
  const found = priceAhead(file, doing.now, dateIn(from));
  if (!found.ok && found.reason !== "open-part" && found.reason !== "cancelled") return;
  const paid = seriesNow(order, events);
  const to = await priceFor(tx, order, option, terms, doing.now, isAsBought(order, events));
  // Another rhythm is another way to pay, which nobody is put into.
  if (!to || to.every !== paid.every || to.amount === paid.amount) {
    // What was announced before holds no more: the price is what they pay.
    if (order.announced) await updateOrder(tx, order.id, { announced: null });
    return;
  }
  const announced: Announced = { id, option, from, to };
  // The same was announced to them before, and something else has changed since.
  if (isDeepStrictEqual({ ...order.announced, id }, announced)) return;
  await updateOrder(tx, order.id, { announced: JSON.stringify(announced) });
  const told = { id, from, amount: to.amount };
  await addEvent(tx, doing.school, order.id, {
    kind: "price-announced",
    at: formatInstant(doing.now),
    charge: null,
    amount: null,
    data: told,
  });
  const fresh: OrderRow = { ...order, announced };
  if (found.ok || found.reason !== "cancelled")
    await tellAnnounced(tx, services, doing, fresh, {
      was: paid.amount,
      due: found.ok ? found.value.due : null,
    });
  await runOn(tx, services, doing, order.id);
}

/** What the way's new price comes to for this buyer: by what was agreed with them, all else alike. */
async function priceFor(
  tx: SchoolTransaction,
  order: OrderRow,
  option: string,
  terms: Offer,
  now: Instant,
  asBought: boolean,
): Promise<Announced["to"] | null> {
  const price = terms.options.find((one) => one.id === option);
  if (price?.kind !== "subscription") return null;
  const school = await readSchool(tx);
  // Codes, and what holders pay, are of the purchase: whoever has changed their way since pays as anybody does.
  const agreed = asBought ? await readTerms(tx, order.listing_id, order.terms_number) : null;
  const base = agreed?.options.some((one) => one.id === option) ? agreed : terms;
  const isOwn = base === agreed;
  const series = seriesWith(
    { ...base, dated: [], options: base.options.map((one) => (one.id === option ? price : one)) },
    school,
    order,
    { option, isOwn, now },
  );
  if (!series) return null;
  const { first: _, ...to } = series;
  return to;
}

function seriesWith(
  offer: Offer,
  school: SchoolRow,
  order: OrderRow,
  { option, isOwn, now }: { option: string; isOwn: boolean; now: Instant },
): Series | null {
  const listing = listingOf(order.listing_id, offer, school);
  const isHolder = isOwn && order.quote.lines.some(({ kind }) => kind === "holder");
  const at = isOwn ? (Date.parse(order.bought_at) as Instant) : now;
  const asked = {
    option,
    seats: order.seats,
    holds: isHolder ? (listing.holder?.courses ?? []) : [],
    memberships: isHolder ? (listing.holder?.memberships ?? []) : [],
    // Where its buyer was at the purchase; the rates are today's.
    place: order.tax ? (taxFor(school, offer, order.tax.buyer, now)?.place ?? null) : null,
  };
  const codes = isOwn ? order.codes : [];
  return seriesOf(listing, quote(listing, { ...asked, at, codes }), asked, at);
}
