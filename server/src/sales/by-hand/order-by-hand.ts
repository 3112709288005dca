/**
 * Orders that staff write for somebody: the price frozen and the seats held, as at the till; paid by transfer, at once or
 * in parts, the first until a day. Its buyer is asked by mail, and reminded once on the day after; some days later it
 * lapses. What follows for the parts after it once it is paid: `parts.ts`.
 */
import type { Order, orderByHand } from "@dawngate/contract/sales";
import { optionOf, sayMoney, scheduleFrom } from "@dawngate/core/sales";
import { termsByTransfer } from "@dawngate/core/sales/orders";
import {
  addDays,
  formatInstant,
  type Instant,
  type LocalDate,
  localDateAt,
  parseDate,
  startOfDay,
  zoneOf,
} from "@dawngate/core/time";
import type { z } from "zod";
import { conflict, ProblemError, refusal } from "../../base/problem";
import { digestOf, newSecret } from "../../base/secret";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { placeOfBuyer, taxFor } from "../buyer-tax";
import { holdPress, madeBefore, mayBuy } from "../checkout";
import { newOrder } from "../new-order";
import { priced, readOnSale } from "../offered";
import { insertOrder, type OrderRow, readOrder } from "../order-store";
import { sayOrder } from "../orders";
import { askToPay } from "./letters";
import { watchFrom } from "./watch";

/** So many days ahead it may be due. */
const AHEAD = 366;
/** So many days after its last day the seats are held still. */
const PATIENCE = 14;

export async function writeOrder(
  services: Pick<Services, "db" | "identity" | "baseUrl" | "numbers">,
  context: Context,
  wanted: z.output<typeof orderByHand>,
): Promise<Order> {
  const email = wanted.email.toLowerCase();
  const account = await services.identity.accounts.ofAddress(email);
  const place = await placeOfBuyer(services.numbers, wanted);
  return services.db.withSchool(context, async (tx) => {
    const again = async () => {
      const before = await madeBefore(tx, wanted.key, wanted.listing, email);
      return before && sayOrder(tx, context, (await readOrder(tx, before.id)) as OrderRow);
    };
    await holdPress(tx, wanted.key);
    const before = await again();
    if (before) return before;
    // The buyer's, not theirs who write it.
    const asBuyer = { school: context.school, person: null, now: context.now };
    const onSale = await readOnSale(tx, asBuyer, wanted.listing, email, {
      codes: wanted.codes,
      hold: true,
    });
    mayBuy(onSale, { seats: wanted.seats, renews: false, gift: undefined });
    const option = optionOf(onSale.listing, wanted.option);
    if (option?.kind !== "once" && option?.kind !== "installments")
      throw refusal("An order by hand is paid at once or in parts: choose such a way to pay.", [
        { path: "option", reason: "It is paid neither at once nor in parts" },
      ]);
    const tax = taxFor(onSale.school, onSale.row.offer, place, context.now);
    const { quote } = priced(onSale, wanted, context.now, tax);
    if (quote.total !== wanted.seen.total)
      throw new ProblemError(
        409,
        `It comes to ${sayMoney(quote.total, onSale.school.currency)} by now. Nothing was written; look at it and press again.`,
        [{ path: "seen.total", reason: sayMoney(quote.total, onSale.school.currency) }],
      );
    if (quote.dueNow === 0) throw conflict("Nothing is due for it: enroll them by hand instead.");
    const payBy = dayToPay(wanted.payBy, onSale.school.time_zone, context.now);
    const made = newOrder(onSale, {
      listing: wanted.listing,
      // Its parts follow from the day by which the first is to be paid.
      quote: {
        ...quote,
        schedule: scheduleFrom(
          quote.schedule,
          option.kind === "installments" ? option.every : null,
          payBy,
        ),
      },
      tax,
      wanted,
      now: context.now,
    });
    const secret = newSecret();
    await insertOrder(tx, context.school, {
      ...made,
      account_id: account?.id ?? null,
      person_id: null,
      name: wanted.name,
      email,
      gift: null,
      renews: false,
      consent_at: null,
      held_until: formatInstant(
        startOfDay(zoneOf(onSale.school.time_zone), addDays(payBy, PATIENCE + 1)),
      ),
      payment_terms: termsByTransfer(made.payment_terms),
      pay_by: wanted.payBy,
      secret_hash: digestOf(secret),
    });
    const order = (await readOrder(tx, made.id)) as OrderRow;
    await askToPay(tx, services, context, order, secret);
    await watchFrom(tx, context, order);
    return sayOrder(tx, context, order);
  });
}

/** By which day it is to be paid. */
function dayToPay(payBy: string, timeZone: string, now: Instant): LocalDate {
  const [day, today] = [parseDate(payBy), localDateAt(zoneOf(timeZone), now)];
  if (!day.ok || day.value < today || day.value > addDays(today, AHEAD))
    throw refusal("Choose a day from today on, within a year.", [
      { path: "payBy", reason: "From today on, within a year" },
    ]);
  return day.value;
}
