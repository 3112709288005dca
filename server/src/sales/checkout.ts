/**
 * Buying. The order is written, its price frozen and its seats held, before anything is charged; where nothing is due
 * now, access follows in the same transaction.
 */
import type { bought, purchase } from "@dawngate/contract/sales";
import { optionOf, type Quote, sayMoney } from "@dawngate/core/sales";
import {
  addDays,
  formatInstant,
  type Instant,
  localDateAt,
  parseDate,
  zoneOf,
} from "@dawngate/core/time";
import type { z } from "zod";
import { conflict, ProblemError, refusal } from "../base/problem";
import { digestOf, newSecret } from "../base/secret";
import type { Touch } from "../base/touches";
import type { SchoolTransaction } from "../db/connection";
import { follow } from "../jobs/outbox";
import { answersAt } from "../people/fields/answers";
import { holdTurn } from "../schedule/headcount-store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { referenceOf } from "../stand-ins/payments";
import { placeOfBuyer, taxFor } from "./buyer-tax";
import { onFileOf } from "./cards/on-file";
import { payOnFile } from "./cards/pay-on-file";
import { followUpLater } from "./follow-up";
import { fulfil } from "./fulfil";
import { newOrder } from "./new-order";
import { type OnSale, priced, readOnSale } from "./offered";
import { insertOrder, onFile, readByKey, readOrder, updateOrder } from "./order-store";
import { agreed, keepShare } from "./partners/share";
import { runOn } from "./running/run";

/** So long seats and price are held for somebody who pays, in milliseconds. */
const HOLD = 20 * 60_000;
/** After so long an order that has heard nothing asks the till by itself. */
const ASK_AFTER = 60_000;

type Purchase = z.output<typeof purchase>;

export async function buy(
  services: Pick<Services, "db" | "identity" | "baseUrl" | "payments" | "numbers" | "log">,
  context: Context,
  listing: string,
  wanted: Purchase,
  via: readonly Touch[] = [],
): Promise<z.infer<typeof bought>> {
  const buyer = await buyerOf(services, context, wanted);
  const place = await placeOfBuyer(services.numbers, wanted);
  const secret = newSecret();
  const order = await services.db.withSchool(context, async (tx) => {
    const again = async () => {
      const before = await madeBefore(tx, wanted.key, listing, buyer.email);
      // Its secret was told once; whoever has the key gets a new one.
      if (before) await updateOrder(tx, before.id, { secret_hash: digestOf(secret) });
      return before && { id: before.id, due: before.state === "open" };
    };
    await holdPress(tx, wanted.key);
    const before = await again();
    if (before) return before;
    const onSale = await readOnSale(tx, context, listing, buyer.email, {
      codes: wanted.codes,
      hold: true,
    });
    mayBuy(onSale, wanted);
    mayGive(onSale, wanted, buyer.email, context.now);
    const tax = taxFor(onSale.school, onSale.row.offer, place, context.now);
    const { quote } = priced(onSale, wanted, context.now, tax);
    sameAsSeen(quote, wanted.seen, onSale.school.currency);
    // Of whoever buys for others nothing is asked: it would be about those.
    const own = wanted.gift === undefined && wanted.seats === 1 && !wanted.renews;
    const answers = own
      ? await answersAt(tx, context, "buying", context.person, wanted.answers ?? {})
      : null;
    const partners = await agreed(tx, via, buyer.email);
    const made = newOrder(onSale, {
      listing,
      quote,
      tax,
      wanted: { ...wanted, reads: context.languages },
      now: context.now,
    });
    const { id } = made;
    await insertOrder(tx, context.school, {
      ...made,
      account_id: context.account?.id ?? null,
      person_id: context.person,
      ...buyer,
      gift: wanted.gift ?? null,
      answers: answers && Object.fromEntries(answers),
      partners,
      renews: wanted.renews,
      consent_at: wanted.beginAtOnce ? formatInstant(context.now) : null,
      held_until: formatInstant((context.now + HOLD) as Instant),
      secret_hash: digestOf(secret),
    });
    if (quote.dueNow === 0) {
      await fulfilNow(tx, services, context, id);
      if (partners) await keepShare(tx, context, id);
      return { id, due: false };
    }
    if (partners) await keepShare(tx, context, id);
    if (wanted.onFile) {
      const card = await onFileOf(tx, context);
      if (!card) throw conflict("There is no card of yours on file that is good today.");
      await updateOrder(tx, id, onFile(card));
    }
    await follow(
      tx,
      context.school,
      "settle-order",
      { school: context.school, order: id },
      { once: id, after: ASK_AFTER },
    );
    const hours = onSale.school.follow_up_hours;
    if (hours !== null && !wanted.leaveMe) await followUpLater(tx, context.school, id, hours);
    return { id, due: true };
  });
  if (order.due && wanted.onFile) await payOnFile(services, context, order.id);
  const pay = order.due && !wanted.onFile ? await payAt(services, context, order.id, secret) : null;
  return { order: order.id, secret, pay };
}

/** The same press may come twice at once: they take turns, and the second finds what the first has made. */
export const holdPress = (tx: SchoolTransaction, key: string) => holdTurn(tx, "press", key);

/** The order that the same press has made already; null: there is none. */
export async function madeBefore(
  tx: SchoolTransaction,
  key: string,
  listing: string,
  email: string,
) {
  const before = await readByKey(tx, key);
  if (before && (before.listing_id !== listing || before.email !== email))
    throw conflict("This press has bought something else. Load the page again.");
  return before ?? null;
}

/** Who buys: whoever is signed in, or somebody by name and address who has no account yet. */
async function buyerOf(
  { identity }: Pick<Services, "identity">,
  { account }: Context,
  { name, email }: Purchase,
): Promise<{ name: string; email: string }> {
  if (account) return { name: account.name, email: account.email };
  if (name === undefined || email === undefined)
    throw refusal("Who buys? A name and a mail address are needed.", [
      ...(name === undefined ? [{ path: "name", reason: "A name is needed" }] : []),
      ...(email === undefined ? [{ path: "email", reason: "A mail address is needed" }] : []),
    ]);
  const address = email.toLowerCase();
  if (await identity.accounts.ofAddress(address))
    throw new ProblemError(
      409,
      "This address has an account. Sign in with it; what you have chosen here stays.",
      [{ path: "email", reason: "This address has an account: sign in with it" }],
      {},
      "urn:dawn-gate:sign-in",
    );
  return { name, email: address };
}

const STATES = {
  before: "It cannot be bought yet.",
  full: "It is sold out.",
  closed: "It cannot be bought any more.",
};

/** Whether it can be bought now, by so many. */
export function mayBuy(
  { state, seatsLeft, isInside, row, renews: renewable }: OnSale,
  { seats, gift, renews }: Pick<Purchase, "seats" | "gift" | "renews">,
): void {
  if (renews) {
    // Whoever is in needs no seat, and no open window.
    if (renewable === null || seats !== 1 || gift)
      throw conflict("This cannot be renewed: load the page again to see how it stands.");
    return;
  }
  if (state !== "open") throw conflict(STATES[state]);
  if (seatsLeft !== null && seats > seatsLeft)
    throw conflict(
      seatsLeft === 1 ? "One seat is left." : `${seatsLeft} seats are left; choose fewer.`,
    );
  if (seats !== 1 && !row.offer.teams) throw conflict("This is sold to one person at a time.");
  // Seats are bought for others, whoever buys them.
  if (seats === 1 && !gift && isInside)
    throw conflict(
      row.offer.membership
        ? "You have this membership already: what it opens stands on your shelf."
        : "You are in this already: it stands on your shelf.",
    );
}

/** So many days ahead a gift can be given. */
const GIFT_AHEAD = 366;

/** A gift is one seat, paid for at some time, for somebody else, within a year. */
function mayGive(
  { listing, school }: OnSale,
  { gift, seats, option }: Purchase,
  buyer: string,
  now: Instant,
): void {
  if (!gift) return;
  const faults: { path: string; reason: string }[] = [];
  if (seats !== 1)
    faults.push({ path: "seats", reason: "A gift is for one: buy several seats to give them out" });
  if (optionOf(listing, option)?.kind === "subscription")
    faults.push({
      path: "option",
      reason: "A subscription is paid by who uses it: choose another way",
    });
  if (gift.email.toLowerCase() === buyer.toLowerCase())
    faults.push({ path: "gift.email", reason: "This is your own address" });
  const day = gift.on === null ? null : parseDate(gift.on);
  const today = localDateAt(zoneOf(school.time_zone), now);
  if (day?.ok && (day.value < today || day.value > addDays(today, GIFT_AHEAD)))
    faults.push({ path: "gift.on", reason: "Choose a day within a year from today" });
  if (faults.length > 0) throw refusal("It cannot be given like this. Nothing was bought.", faults);
}

/** What the buyer saw is what is bought: where the price has changed meanwhile it is said, and asked again. */
function sameAsSeen(quote: Quote, seen: Purchase["seen"], currency: string): void {
  if (quote.total === seen.total && quote.dueNow === seen.dueNow) return;
  throw new ProblemError(
    409,
    `The price has changed meanwhile: it was ${sayMoney(seen.total, currency)}, and is ${sayMoney(quote.total, currency)} now. Nothing was bought; look at it and press again.`,
    [{ path: "seen.total", reason: sayMoney(quote.total, currency) }],
    {},
    "urn:dawn-gate:price-changed",
  );
}

/** Nothing is due on the day of purchase: free, or a trial, or a code that leaves nothing. */
async function fulfilNow(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  context: Context,
  id: string,
): Promise<void> {
  const order = await readOrder(tx, id, true);
  if (!order) return;
  await fulfil(tx, services, context, order, null);
  await runOn(tx, services, context, id);
}

/** Where the buyer pays; null: the till does not answer, and the order's page offers it again. */
export async function payAt(
  { db, payments, baseUrl, log }: Pick<Services, "db" | "payments" | "baseUrl" | "log">,
  context: Context,
  id: string,
  secret: string,
): Promise<string | null> {
  const order = await db.withSchool(context, (tx) => readOrder(tx, id));
  if (order?.state !== "open" || !payments) return null;
  try {
    const { url } = await payments.create({
      key: `${context.school} ${id}`,
      amount: order.quote.dueNow,
      currency: order.currency,
      reference: referenceOf(context.school, id),
      returnTo: `${baseUrl}/${context.slug}/orders/${id}?secret=${secret}`,
    });
    await db.withSchool(context, (tx) => updateOrder(tx, id, { pay_url: url }));
    return url;
  } catch (error) {
    log(`The till does not answer: ${error instanceof Error ? error.message : error}`);
    return null;
  }
}
