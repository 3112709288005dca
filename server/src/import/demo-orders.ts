/** Orders of the demo's last year: what the people in it once bought, paid, owe, and gave back. */
import { type Invoicing, USUAL_TERMS } from "@dawngate/contract/sales";
import { quote } from "@dawngate/core/sales";
import { termsByTransfer } from "@dawngate/core/sales/orders";
import {
  formatInstant,
  HOUR,
  type Instant,
  parseDate,
  startOfDay,
  zoneOf,
} from "@dawngate/core/time";
import { digestOf } from "../base/secret";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { Agreed } from "../db/tables/partners";
import { system } from "../db/who";
import { addEnrollment } from "../enrollment/order-enrollment-store";
import { follow } from "../jobs/outbox";
import { chargeByHand } from "../sales/by-hand/charge";
import { issueDocuments } from "../sales/documents/issue";
import { readListing } from "../sales/listing-store";
import { beginMembership, tellMembership } from "../sales/memberships/membership";
import { addEvent, readEvents } from "../sales/order-event-store";
import { insertOrder, nextReceipt, readOrder, updateOrder } from "../sales/order-store";
import { runs, standingAt } from "../sales/running/order-file";
import { seriesOf } from "../sales/running/series";
import { listingOf } from "../school/price";
import { readSchool, updateSchool } from "../school/store";
import { demoCard } from "./demo-cards";
import { type Entered, enteredInto } from "./demo-orders-store";
import { broughtTo, demoPartners, demoShares } from "./demo-partners";

/** What somebody bought: by which way to pay, with which code; the part that was never paid; when it was given back. */
interface Bought {
  listing: string;
  option: string;
  code?: string;
  failsAt?: number;
  givenBackAfter?: number;
  /** Their card ends with this month. */
  endsSoon?: boolean;
  /** Written by staff, for a bakery that transfers each part. */
  byHand?: boolean;
  /** By whose links they came. */
  partners?: Agreed | null;
}

const once: Bought = { listing: "sourdough", option: "once" };
const three: Bought = { listing: "sourdough", option: "three" };
/** One after another, in the order in which people came in. */
const PATTERN: readonly Bought[] = [
  once,
  { ...three, endsSoon: true },
  { ...once, code: "OVEN20" },
  { listing: "bread-month-by-month", option: "monthly" },
  { ...three, byHand: true },
  once,
  { ...three, failsAt: 2 },
  { ...once, givenBackAfter: 5 },
];

/** Who is in by a membership. */
const MEMBER = "lena.kowal@example.org";

export async function demoOrders(
  tx: SchoolTransaction,
  school: SchoolId,
  now: Instant,
): Promise<void> {
  await updateSchool(tx, { invoicing: JSON.stringify(INVOICING) });
  const entered = await enteredInto(tx, "cold-kitchen");
  const { time_zone } = await readSchool(tx);
  await demoPartners(tx, school, time_zone, now);
  for (const [i, who] of entered.entries()) {
    const partners = broughtTo(i, Date.parse(who.enrolledAt) as Instant);
    await buy(tx, school, who, { ...(PATTERN[i % PATTERN.length] as Bought), partners }, now);
  }
  const orders = entered.map(({ enrollment }) => `o-${enrollment}`);
  const member = (await enteredInto(tx, "winter-rye")).find(({ email }) => email === MEMBER);
  if (member) {
    await buy(tx, school, member, { listing: "every-course", option: "monthly" }, now);
    orders.push(`o-${member.enrollment}`);
  }
  await writeDocuments(tx, school, orders);
  await demoShares(tx, school, orders, now);
}

/** What stands of the school on its invoices. */
const INVOICING: Invoicing = {
  name: "Ember Row Bread School Lda",
  address: "Rua da Brasa 12\n1100-001 Lisboa\nPortugal",
  taxNumber: "PT 999 000 000",
  invoices: "A",
  creditNotes: "C",
  payTo: "Banco da Brasa\nIBAN PT50 0000 0000 0000 0000 0000 0 (made up)",
  note: "",
};

/** Instant by instant over all orders, as they would have been written by then. */
async function writeDocuments(tx: SchoolTransaction, school: SchoolId, ids: readonly string[]) {
  const moments: { at: Instant; id: string }[] = [];
  for (const id of ids)
    for (const { kind, at } of await readEvents(tx, id))
      if (kind === "charged" || kind === "refunded")
        moments.push({ at: Date.parse(at) as Instant, id });
  for (const { at, id } of moments.sort((a, b) => a.at - b.at)) {
    const order = await readOrder(tx, id);
    if (order) await issueDocuments(tx, { school, now: at }, order);
  }
}

async function buy(
  tx: SchoolTransaction,
  school: SchoolId,
  who: Entered,
  bought: Bought,
  now: Instant,
): Promise<void> {
  const { listing: id, option, code, failsAt, givenBackAfter, endsSoon = false } = bought;
  const { byHand = false, partners = null } = bought;
  const about = await readSchool(tx);
  const row = await readListing(tx, id);
  if (!row) return;
  const zone = zoneOf(about.time_zone);
  const at = Date.parse(who.enrolledAt) as Instant;
  const listing = listingOf(id, row.offer, about);
  const asked = { option, seats: 1, holds: [], place: null };
  const agreed = quote(listing, { ...asked, at, codes: code ? [code] : [] });
  const kind = listing.options.find((one) => one.id === option)?.kind ?? "once";
  const order = `o-${who.enrollment}`;
  await insertOrder(tx, school, {
    id: order,
    key: `demo-${order}`,
    listing_id: id,
    terms_number: row.number,
    title: row.offer.title,
    account_id: null,
    person_id: who.person,
    name: who.name,
    email: who.email,
    language: null,
    time_zone: who.timeZone,
    clock: about.time_zone,
    option_id: option,
    kind,
    seats: 1,
    codes: code ? [code] : [],
    quote: agreed,
    tax: null,
    gift: null,
    billing: null,
    currency: about.currency,
    consent_at: formatInstant(at),
    state: "paid",
    bought_at: formatInstant(at),
    held_until: null,
    // Nobody has its secret: it is opened by whoever signs in.
    secret_hash: digestOf(`demo ${order}`),
    payment_terms: byHand ? termsByTransfer(USUAL_TERMS) : USUAL_TERMS,
    ...(byHand && { pay_by: agreed.schedule[0]?.due ?? "" }),
    series: seriesOf(listing, agreed, { ...asked }, at),
    renews: false,
    partners,
  });
  const year = new Date(at).getUTCFullYear();
  await updateOrder(tx, order, {
    paid_at: formatInstant(at),
    receipt_year: year,
    receipt_number: await nextReceipt(tx, school, year),
  });
  await addEnrollment(tx, school, order, who.enrollment);
  for (const [i, { due, amount }] of agreed.schedule.entries()) {
    const day = parseDate(due);
    const when =
      i === 0 ? at : day.ok ? ((startOfDay(zone, day.value) + 6 * HOUR) as Instant) : now;
    if (when > now || amount === 0) continue;
    const part = i + 1;
    const charge = byHand ? chargeByHand(order, part) : `demo-${order}-${part}`;
    const event = { at: formatInstant(when), charge, part };
    if (part === failsAt) {
      await addEvent(tx, school, order, { ...event, kind: "failed", amount: null });
      break;
    }
    await addEvent(tx, school, order, { ...event, kind: "charged", amount });
  }
  if (givenBackAfter !== undefined) {
    const back = Math.min(now, at + givenBackAfter * 24 * HOUR) as Instant;
    const data = { refund: "r-demo", amount: agreed.total, off: 0, access: "stays" };
    await addEvent(tx, school, order, {
      kind: "refunded",
      at: formatInstant(back),
      charge: `${order} r-demo`,
      amount: agreed.total,
      data,
    });
  }
  const kept = await readOrder(tx, order);
  if (!kept || !runs(kept)) return;
  const standing = await standingAt(tx, kept, now);
  await updateOrder(tx, order, { standing: standing.state });
  // What is late in the demo stays so; what runs is charged, or asked for, as it would be.
  if (standing.state === "running" && byHand)
    await follow(tx, school, "run-order", { school, order });
  else if (standing.state === "running") await demoCard(tx, school, kept, endsSoon, now);
  if (row.offer.membership === null) return;
  await beginMembership(tx, { school, who: system("demo"), now }, kept, row.offer);
  await tellMembership(tx, order, standing);
}
