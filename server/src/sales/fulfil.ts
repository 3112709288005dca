/** What follows when an order is paid, or nothing is due: the way in, its receipt and its mails, in the caller's transaction. */
import { dueLater } from "@dawngate/core/sales";
import {
  addDays,
  formatDate,
  formatInstant,
  localDateAt,
  parseDate,
  yearMonthDay,
  zoneOf,
} from "@dawngate/core/time";
import { digestOf, newSecret } from "../base/secret";
import type { SchoolTransaction } from "../db/connection";
import { enterBought } from "../enrollment/enter-bought";
import { sayMembership } from "../enrollment/memberships/say";
import { addEnrollment } from "../enrollment/order-enrollment-store";
import { keyOfOrder } from "../enrollment/order-keys";
import { sayEnrolled } from "../enrollment/say-enrolled";
import { noteTold } from "../enrollment/store";
import { keepWhatHolds } from "../people/fields/answers";
import { languageRead } from "../people/store";
import type { Context } from "../school/context";
import { inMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { inviteWithin } from "../school/staff";
import { readSchool } from "../school/store";
import { wordsOfBuyer } from "./buyer-words";
import { issueDocuments } from "./documents/issue";
import { sayFile } from "./documents/say-document";
import type { Doing } from "./doing";
import { giveLater } from "./gift-later";
import { letterLink } from "./letter-link";
import { addSold, readListing } from "./listing-store";
import { mailBuyer, quoteInMail } from "./mail-buyer";
import { beginMembership, termsOf } from "./memberships/membership";
import { renewTakenUp } from "./memberships/renewal";
import { takeOrderAnswers } from "./order-answers-store";
import { isGivenOut } from "./order-kinds";
import { nextReceipt, type OrderRow, updateOrder } from "./order-store";
import { renew } from "./renewal";
import { cohortIn, readTerms } from "./terms-store";

/** Opens what was bought. `charge`: by which it was paid; null: nothing was due. */
export async function fulfil(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  charge: string | null,
): Promise<void> {
  const { school, now } = doing;
  const at = formatInstant(now);
  const offer = await readTerms(tx, order.listing_id, order.terms_number);
  const entered: string[] = [];
  let person: string | null = order.person_id;
  let isNew = false;
  // Seats for several are given out by the buyer; a gift on its day.
  const isForSeveral = isGivenOut(order);
  const sold = offer?.membership ? offer : null;
  if (sold && !isForSeveral) {
    const member = await beginMembership(tx, doing, order, sold);
    person = member.person;
    isNew = member.isNew;
    if (order.renews) await renewTakenUp(tx, doing, order, member.person, sold);
  } else if (order.renews && offer) entered.push(...(await renew(tx, doing, order, offer)));
  for (const { id: course } of isForSeveral || order.renews ? [] : (offer?.courses ?? [])) {
    const entry = await enterBought(tx, doing, course, {
      person,
      account: order.account_id,
      name: order.name,
      email: order.email,
      timeZone: order.time_zone,
      language: order.language,
      cohort: cohortIn(offer, course),
      validity: offer?.validity ?? null,
      // What is paid later does not keep anybody out today.
      needsPayment: charge !== null,
      boughtAt: order.bought_at,
      paidThrough: paidThrough(order, charge !== null),
      reason: `Bought: ${order.title}, order ${order.id}`,
      key: keyOfOrder(order.id),
    });
    person = entry.person;
    isNew ||= entry.isNew;
    entered.push(entry.enrollment);
    // What they were in before, as long as this, stays theirs whatever becomes of the order.
    await addEnrollment(tx, school, order.id, entry.enrollment, { gained: entry.gained });
  }
  // Whoever has no account yet comes in by a link; the others by their shelf.
  const [first] = entered;
  if (isNew && order.account_id === null && (sold || first !== undefined)) {
    if (first !== undefined) await noteTold(tx, first, doing.now);
    const about = sold
      ? await sayMembership(
          tx,
          { title: order.title, terms: termsOf(sold) },
          await languageRead(tx, person ?? ""),
        )
      : await sayEnrolled(tx, doing, first as string);
    await inviteWithin(tx, services, { ...doing } as Context, order.email, "enrollee", about);
  }
  const answers = await takeOrderAnswers(tx, order.id);
  if (answers && person !== null) await keepWhatHolds(tx, school, person, answers);
  // What everybody who buys counts on, last: the next one waits for no more than the receipt.
  const listing = await readListing(tx, order.listing_id);
  if (listing && !order.renews) await addSold(tx, order.listing_id, order.seats);
  const { time_zone: zone, slug } = await readSchool(tx);
  const year = yearMonthDay(localDateAt(zoneOf(zone), now)).year;
  const number = await nextReceipt(tx, school, year);
  const seatsSecret = isForSeveral ? newSecret() : null;
  await updateOrder(tx, order.id, {
    state: "paid",
    ...(seatsSecret !== null && { seats_hash: digestOf(seatsSecret) }),
    paid_at: at,
    person_id: person,
    held_until: null,
    receipt_year: year,
    receipt_number: number,
  });
  if (order.gift) await giveLater(tx, school, order, { zone, now });
  // In which language they read is known by now.
  const paid = { ...order, person_id: person };
  const documents = charge === null ? [] : await issueDocuments(tx, doing, paid);
  await sendReceipt(tx, services, { doing, slug, seatsSecret }, paid, {
    receipt: receiptNumber(year, number),
    documents,
  });
}

/** The last day of a subscription that is paid: of its first period, or of its trial (orders.md); null: it is none. */
function paidThrough({ kind, quote }: OrderRow, paid: boolean): string | null {
  const next = kind === "subscription" ? quote.schedule[paid ? 1 : 0] : undefined;
  const date = next && parseDate(next.due);
  return date?.ok ? formatDate(addDays(date.value, -1)) : null;
}

/** "2027-0001". */
export const receiptNumber = (year: number, number: number) =>
  `${year}-${String(number).padStart(4, "0")}`;

async function sendReceipt(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  { doing, slug, seatsSecret }: { doing: Doing; slug: string; seatsSecret: string | null },
  order: OrderRow,
  { receipt, documents }: { receipt: string; documents: readonly string[] },
): Promise<void> {
  const { baseUrl } = services;
  const { quote, gift } = order;
  const words = await wordsOfBuyer(tx, order);
  const { money, day } = words;
  const { mail } = words.sales;
  const said = mail.receipt;
  const later = dueLater(quote);
  const title = inMail(order.title);
  // Nothing was paid, and so no card is on file for what comes; what is transferred needs none.
  const uncovered =
    order.card === null && order.pay_by === null
      ? later.find(({ amount }) => amount > 0)
      : undefined;
  await mailBuyer(tx, doing.school, order, words, {
    subject: said.subject(title, receipt),
    says: [
      `${
        gift
          ? said.gift(title, inMail(gift.name), gift.on && day(gift.on))
          : order.renews
            ? said.renewed(title)
            : said.yours(title)
      } ${quote.dueNow === 0 ? said.nothingDue : said.paid(money(quote.dueNow))}`,
      ...(uncovered
        ? [mail.card.none.says(title, money(uncovered.amount), day(uncovered.due)), mail.card.putIn]
        : []),
    ],
    lines: [
      ...quoteInMail(order, words),
      mail.inAll(money(quote.total), quote.tax > 0 ? money(quote.tax) : null),
      ...later.slice(0, 12).map(({ due, amount }) => mail.dueOn(day(due), money(amount))),
    ],
    button:
      seatsSecret === null
        ? { label: said.courses, url: `${baseUrl}/${slug}/shelf` }
        : {
            label: gift ? said.stands : said.giveOut(order.seats),
            url: `${baseUrl}/${slug}/orders/${order.id}?secret=${seatsSecret}`,
          },
    small: [
      ...(uncovered
        ? [`${mail.card.put}: ${await letterLink(tx, services, doing, order.id)}`]
        : []),
      ...documents.map((number) => sayFile({ baseUrl, slug }, order, words, number)),
      `${mail.receiptFile(receipt, order.id)}: ${baseUrl}/api/schools/${slug}/orders/${order.id}/receipt`,
    ],
  });
}
