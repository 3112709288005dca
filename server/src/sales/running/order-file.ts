/** An order as the core reads it: what was agreed, frozen, with what has happened since. */
import { USUAL_TERMS } from "@dawngate/contract/sales";
import { type Order, type OrderAt, orderAt, parseOrder } from "@dawngate/core/sales/orders";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { begunAt } from "../../enrollment/order-enrollment-store";
import type { Context } from "../../school/context";
import { readSchool } from "../../school/store";
import { readEvents } from "../order-event-store";
import type { OrderRow } from "../order-store";
import { readSeats } from "../seat-store";
import { readTerms } from "../terms-store";
import { coursesOf, soldOf } from "./course-access";

/** It goes on after the purchase: in parts, or from period to period. */
export const runs = ({ kind, quote, series }: OrderRow): boolean =>
  kind === "subscription" ? series !== null : quote.schedule.length > 1;

/** Kinds of events that the core knows; the others are notes of ours. */
const KNOWN = new Set([
  "charged",
  "failed",
  "refunded",
  "cancelled",
  "cancel-taken-back",
  "card-replaced",
  "option-changed",
  "disputed",
  "dispute-won",
  "dispute-lost",
]);

const isOfDispute = (kind: string) => kind === "disputed" || kind.startsWith("dispute-");

/** Whether the core reads an event of this kind. */
export const isKnown = ({ kind }: { kind: string }): boolean => KNOWN.has(kind);

/** Without an end income is spread over so many months. */
const FOREVER = 12;
/** Whoever was not asked for a country was told of the right to give back: as a consumer in the Union. */
const PROMISED = "PT";

/** How an order stands at an instant. */
export async function standingAt(
  tx: SchoolTransaction,
  order: OrderRow,
  now: Instant,
): Promise<OrderAt> {
  // What falls due does not hang on access.
  return orderAt(await orderFile(tx, order, null), now);
}

/** With the days of access as they stand for `exact`; null: they do not matter. */
export async function orderFile(
  tx: SchoolTransaction,
  order: OrderRow,
  exact: Pick<Context, "school" | "now"> | null,
): Promise<Order> {
  const school = await readSchool(tx);
  const offer = await readTerms(tx, order.listing_id, order.terms_number);
  const terms = order.payment_terms ?? USUAL_TERMS;
  const zone = zoneOf(school.time_zone);
  const bought = formatDate(localDateAt(zone, Date.parse(order.bought_at) as Instant));
  const events = (await readEvents(tx, order.id))
    .filter(isKnown)
    .map(({ kind, at, charge, amount, part, data }) => ({
      type: kind,
      at,
      ...(kind === "charged" && { charge, part: part ?? 1, amount }),
      ...(isOfDispute(kind) && { charge }),
      ...(kind === "failed" && { charge, part: part ?? 1 }),
      ...(kind === "refunded" && data),
      ...(kind === "cancelled" && { when: "period-end", ...data }),
      ...(kind === "option-changed" && {
        // What else stands with it is ours.
        ...(data && { when: data.when, to: data.to }),
        ...(amount !== null && amount > 0 && { charge, amount }),
      }),
    }));
  const read = parseOrder({
    dawnGateOrder: 1,
    id: order.id,
    listing: order.listing_id,
    timeZone: school.time_zone,
    currency: order.currency,
    kind: order.kind,
    boughtAt: order.bought_at,
    seats: order.seats,
    seatsGiven: exact ? (await readSeats(tx, order.id)).length : 0,
    courses: exact
      ? await coursesOf(tx, exact, order, offer)
      : soldOf(order, offer).map(({ id, price }) => ({
          id,
          single: price ?? 0,
          access: { from: bought, through: null },
        })),
    quote: order.kind === "subscription" ? null : order.quote,
    series: order.series,
    // Terms from before refunds were asked for have none.
    terms: { ...terms, refund: terms.refund ?? [], foreverMonths: FOREVER },
    supply: offer?.supply === "taught" ? "service" : "content",
    buyer: {
      country: order.tax?.buyer.country ?? school.tax?.country ?? PROMISED,
      company: order.tax?.buyer.company ?? false,
    },
    consentAt: order.consent_at,
    begunAt: exact ? await begunAt(tx, order.id) : null,
    calendar: { weekend: school.weekend, closed: school.closed },
    partners: order.partners,
    events,
  });
  if (!read.ok)
    throw new Error(`Order ${order.id} cannot be read: ${JSON.stringify(read.faults.slice(0, 5))}`);
  return read.value;
}
