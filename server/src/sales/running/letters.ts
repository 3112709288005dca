/** What the buyer of an order that runs is told: a part that was paid, or could not be; access that is shut, or ends. */
import { sayAt } from "@dawngate/core/notices";
import { sayMoney } from "@dawngate/core/sales";
import type { OrderAt } from "@dawngate/core/sales/orders";
import { sayPrice } from "@dawngate/core/sales/step-words";
import { sayDate } from "@dawngate/core/schedule/words";
import { type Instant, localDateAt, parseDate, zoneOf } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { inMail } from "../../school/in-mail";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import { issueDocuments } from "../documents/issue";
import { sayFile } from "../documents/say-document";
import type { Doing } from "../doing";
import { inWordsOfBuyer } from "../in-words-of-buyer";
import { GOOD_WORDS, letterLink } from "../letter-link";
import { type BuyerMail, mailBuyer } from "../mail-buyer";
import type { OrderRow } from "../order-store";

const write = (tx: SchoolTransaction, { school }: Doing, order: OrderRow, mail: BuyerMail) =>
  mailBuyer(tx, school, order, { ...mail, small: [...(mail.small ?? []), `Order ${order.id}.`] });

const whole = (order: OrderRow, amount: number) => sayMoney(amount, order.currency);

/** "the second of 3 parts", "the period from Mon 1 Mar 2027". */
function sayPart({ kind, quote }: OrderRow, { part, due }: OrderAt["parts"][number]): string {
  if (kind !== "subscription") return `part ${part} of ${quote.schedule.length}`;
  return `the period from ${onDay(due)}`;
}

const onDay = (text: string) => {
  const date = parseDate(text);
  return date.ok ? sayDate(date.value) : text;
};

/** Days in the school's zone, in which it counts. */
async function sayDay(tx: SchoolTransaction, at: string) {
  const { time_zone } = await readSchool(tx);
  return sayDate(localDateAt(zoneOf(time_zone), Date.parse(at) as Instant));
}

/** The files of documents that were written with it. */
async function sayFiles(
  tx: SchoolTransaction,
  { baseUrl }: Pick<Services, "baseUrl">,
  order: OrderRow,
  documents: readonly string[],
): Promise<string[]> {
  const { slug } = await readSchool(tx);
  return documents.map((number) => sayFile({ baseUrl, slug }, order, number));
}

/** A part after the first was paid. */
export async function tellPaid(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  at: OrderAt,
  { part, documents }: { part: OrderAt["parts"][number]; documents: readonly string[] },
): Promise<void> {
  const title = inMail(order.title);
  const next = at.parts.find(({ state }) => state === "ahead");
  await write(tx, doing, order, {
    subject: `${whole(order, part.amount)} paid: ${title}`,
    says: [
      `${whole(order, part.amount)} was charged for “${title}”, ${sayPart(order, part)}.`,
      next
        ? `Next: ${whole(order, next.amount)} on ${onDay(next.due)}.`
        : "Nothing is left to pay.",
    ],
    small: await sayFiles(tx, services, order, documents),
  });
}

/** A part could not be charged. */
export async function tellFailed(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  at: OrderAt,
  part: OrderAt["parts"][number],
): Promise<void> {
  const title = inMail(order.title);
  const { suspends } = at.next;
  const zone = zoneOf((await readSchool(tx)).time_zone);
  const link = await letterLink(tx, services, doing, order.id);
  const { spoken, letter } = await inWordsOfBuyer(tx, services, order, "payment-failed", {
    amount: part.amount,
    due: part.due,
    link,
    english: {
      subject: `${whole(order, part.amount)} could not be charged: ${title}`,
      says: [
        `${whole(order, part.amount)} for “${title}”, ${sayPart(order, part)}, could not be charged. Nothing was taken.`,
      ],
    },
  });
  const { payment } = spoken;
  const instant = (text: string) => Date.parse(text) as Instant;
  await write(tx, doing, order, {
    ...letter,
    says: [
      ...letter.says,
      part.next === null
        ? payment.notAgain
        : payment.again(sayAt(spoken, instant(part.next), zone)),
      ...(suspends === null
        ? []
        : [payment.closes(spoken.date(localDateAt(zone, instant(suspends))))]),
    ],
    button: { label: payment.otherCard, url: link },
    small: [payment.link],
  });
}

/** Access is shut until what is open is paid. */
export async function tellSuspended(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  at: OrderAt,
): Promise<void> {
  const title = inMail(order.title);
  const { ends } = at.next;
  await write(tx, doing, order, {
    subject: `Closed until it is paid: ${title}`,
    says: [
      `${whole(order, at.open)} for “${title}” is unpaid. What you have done is kept; it opens again as soon as it is paid.`,
      ...(ends === null
        ? []
        : [`If it stays unpaid, the order ends on ${await sayDay(tx, ends)}.`]),
    ],
    button: { label: "Pay it now", url: await letterLink(tx, services, doing, order.id) },
    small: [GOOD_WORDS],
  });
}

/** It has ended, since a part stayed unpaid. */
export async function tellEnded(
  tx: SchoolTransaction,
  doing: Doing,
  order: OrderRow,
): Promise<void> {
  const title = inMail(order.title);
  await write(tx, doing, order, {
    subject: `Ended: ${title}`,
    says: [
      `“${title}” has ended, since a part of it stayed unpaid. Nothing is charged any more. To go on, write to us or buy it again.`,
    ],
  });
}

const DISPUTED = {
  disputed: [
    "A payment of it is disputed",
    "A payment for “TITLE” was disputed with the bank of the card. It is closed until that is settled; what you have done is kept. If you did not mean to dispute it, tell your bank so, or answer this mail.",
  ],
  "dispute-won": [
    "It is open again",
    "The dispute about a payment for “TITLE” is settled: the payment stands, and it is open again.",
  ],
  "dispute-lost": [
    "The disputed payment went back",
    "The dispute about a payment for “TITLE” is settled: the money goes back to the card, and the order has ended. Nothing is charged any more.",
  ],
} as const;

/** A payment is disputed, or that is settled. */
export async function tellDispute(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  { kind, documents }: { kind: keyof typeof DISPUTED; documents: readonly string[] },
): Promise<void> {
  const title = inMail(order.title);
  const [subject, says] = DISPUTED[kind];
  await write(tx, doing, order, {
    subject: `${subject}: ${title}`,
    says: [says.replace("TITLE", () => title)],
    small: await sayFiles(tx, services, order, documents),
  });
}

/** What was charged for a change came too late for it. */
export async function tellNotChanged(
  tx: SchoolTransaction,
  doing: Doing,
  order: OrderRow,
  amount: number,
): Promise<void> {
  const title = inMail(order.title);
  await write(tx, doing, order, {
    subject: `Not changed: ${title}`,
    says: [
      `“${title}” could not be changed: by the time your card had answered, the change came to another sum. ${whole(order, amount)} was charged for it and goes back to you. You can change it again.`,
    ],
  });
}

/** It is paid in another way from now on, or from its next period on. */
export async function tellChanged(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  { order, at }: { order: OrderRow; at: OrderAt },
  { to, when, paid }: { to: { amount: number }; when: "now" | "period-end"; paid: number },
): Promise<void> {
  const title = inMail(order.title);
  const next = at.parts.find(({ state }) => state === "ahead");
  const documents = paid > 0 ? await issueDocuments(tx, doing, order) : [];
  await write(tx, doing, order, {
    subject: `Changed: ${title}`,
    says: [
      when === "now"
        ? `“${title}” is paid in another way from today on, ${whole(order, to.amount)} a period. ${
            paid > 0
              ? `${whole(order, paid)} was charged: what was left of the period before counts in it.`
              : "Nothing was charged: what was left of the period before was worth as much."
          }`
        : `“${title}” is paid in another way from its next period on, ${whole(order, to.amount)} a period. Nothing was charged today.`,
      ...(next ? [`Next: ${whole(order, next.amount)} on ${onDay(next.due)}.`] : []),
    ],
    small: await sayFiles(tx, services, order, documents),
  });
}

/** Another price is to hold, from a payment on that lies at least a month ahead. */
export async function tellAnnounced(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  { was, due }: { was: number; due: string | null },
): Promise<void> {
  const { announced } = order;
  if (!announced) return;
  const title = inMail(order.title);
  const from = onDay(announced.from);
  const price = whole(order, announced.to.amount);
  const { amount, every } = announced.to;
  await write(tx, doing, order, {
    subject: `${price} instead of ${whole(order, was)}: ${title}`,
    says: [
      `From ${from} on, “${title}” costs you ${sayPrice({ amount, every, currency: order.currency })} instead of ${whole(order, was)}.`,
      due === null
        ? "What falls due before that day costs what it does now."
        : `Your first payment at that price is due on ${onDay(due)}; all before it cost what they do now.`,
      "You need to do nothing if you want to go on. If not, cancel it before that payment: it stays yours until the last day you have paid for, and nothing more is charged.",
    ],
    button: {
      label: "Look at it, or cancel it",
      url: await letterLink(tx, services, doing, order.id),
    },
    small: [GOOD_WORDS],
  });
}

/** Money is given back. */
export async function tellGivenBack(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  order: OrderRow,
  {
    amount,
    ends,
    documents,
    byHand = false,
  }: { amount: number; ends: boolean; documents: readonly string[]; byHand?: boolean },
): Promise<void> {
  const title = inMail(order.title);
  await write(tx, doing, order, {
    subject: `${whole(order, amount)} goes back to you: ${title}`,
    says: [
      amount === 0
        ? `What was still to be paid for “${title}” is not due any more.`
        : `${whole(order, amount)} of “${title}” ${byHand ? "is transferred back to you" : "goes back to the card it was paid with"}, within a few days.`,
      ...(ends ? ["With it your access has ended."] : []),
    ],
    small: await sayFiles(tx, services, order, documents),
  });
}
