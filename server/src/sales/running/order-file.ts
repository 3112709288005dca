/** An order as the core reads it: what was agreed, frozen, with what has happened since. */
import { USUAL_TERMS } from "@dawngate/contract/sales";
import { type Order, type OrderAt, orderAt, parseOrder } from "@dawngate/core/sales/orders";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { begunAt } from "../../enrollment/order-enrollment-store";
import type { Context } from "../../school/context";
import { readSchool, type SchoolRow } from "../../school/store";
import { type OrderEventRow, readEventsOf } from "../order-event-store";
import type { OrderRow } from "../order-store";
import { countSeats } from "../seat-store";
import { readTerms } from "../terms-store";
import { type Bought, coursesOf, soldOf } from "./course-access";

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
  const file = (await orderFiles(tx, [order], exact)).get(order.id);
  if (!file?.ok) throw new Error(file?.fault);
  return file.value;
}

/** An order as the core reads it, or why it does not. */
type Read = { ok: true; value: Order } | { ok: false; fault: string };

/** Some orders, by their identifiers, read with no more questions than one is. */
export async function orderFiles(
  tx: SchoolTransaction,
  orders: readonly OrderRow[],
  exact: Pick<Context, "school" | "now"> | null,
): Promise<Map<string, Read>> {
  const ids = orders.map(({ id }) => id);
  const school = await readSchool(tx);
  const bought = await withTerms(tx, orders);
  const events = await readEventsOf(tx, ids);
  const access = exact && {
    seats: await countSeats(tx, ids),
    courses: await coursesOf(tx, exact, bought),
    begun: await begunAt(tx, ids),
  };
  const files = bought.map(({ order, offer }): [string, Read] => {
    const { id } = order;
    const at = Date.parse(order.bought_at) as Instant;
    const day = formatDate(localDateAt(zoneOf(order.clock), at));
    const read = fileOf(school, order, offer, {
      events: events.get(id) ?? [],
      seatsGiven: access?.seats.get(id) ?? 0,
      begunAt: access?.begun.get(id) ?? null,
      courses: access
        ? (access.courses.get(id) ?? [])
        : soldOf(order, offer).map(({ id, price }) => ({
            ...{ id, single: price ?? 0 },
            access: { from: day, through: null },
          })),
    });
    return [id, read];
  });
  return new Map(files);
}

/** Each with the terms it was sold by, which many share. */
async function withTerms(tx: SchoolTransaction, orders: readonly OrderRow[]): Promise<Bought[]> {
  const known = new Map<string, Bought["offer"]>();
  const bought: Bought[] = [];
  for (const order of orders) {
    const key = `${order.listing_id} ${order.terms_number}`;
    const offer = known.has(key)
      ? (known.get(key) as Bought["offer"])
      : await readTerms(tx, order.listing_id, order.terms_number);
    known.set(key, offer);
    bought.push({ order, offer });
  }
  return bought;
}

interface Happened {
  events: OrderEventRow[];
  seatsGiven: number;
  begunAt: string | null;
  courses: object[];
}

function fileOf(
  school: SchoolRow,
  order: OrderRow,
  offer: Bought["offer"],
  { events, ...happened }: Happened,
): Read {
  const terms = order.payment_terms ?? USUAL_TERMS;
  const read = parseOrder({
    dawnGateOrder: 1,
    id: order.id,
    listing: order.listing_id,
    timeZone: order.clock,
    currency: order.currency,
    kind: order.kind,
    boughtAt: order.bought_at,
    seats: order.seats,
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
    calendar: { weekend: school.weekend, closed: school.closed },
    partners: order.partners,
    ...happened,
    events: events.filter(isKnown).map(({ kind, at, charge, amount, part, data }) => ({
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
    })),
  });
  if (read.ok) return read;
  const faults = JSON.stringify(read.faults.slice(0, 5));
  return { ok: false, fault: `Order ${order.id} cannot be read: ${faults}` };
}
